import { deviceOf, isGateway, isHouseholdRouter, roleOf } from '../../../plan'
import type { Device, LinkEnd } from '../../../plan'
import { METHOD_COST, secondRouterRecipe } from '../../proposals'
import type { Method } from '../../proposals'
import { countOf, textOf } from '../answers'
import type { Answers } from '../answers'
import { choice, count } from '../questions'
import type { Ask, Question } from '../questions'
import type { Base } from './base'
import { edit, now, refuse, say } from './draft'
import type { Draft } from './draft'
import { addDevice } from './gear'
import { freeSocket, setPort } from './plug'

const METHOD_NAME: Record<Method, string> = {
  lanToLan: 'LAN to LAN: one network',
  lanToWan: 'LAN to WAN: a network of its own',
}

/** Which device it is, and how long its cable. */
export const secondQuestions = (ask: Ask): Question[] => [
  ...deviceQuestion(ask),
  count('lengthM', 'How long is the cable to it?', 15, [1, 90], {
    unit: 'm',
    beyond: 'Copper reaches 100 m with its patch cords: 90 m laid (ISO/IEC 11801).',
  }),
]

function deviceQuestion({ site }: Ask): Question[] {
  const feeds = new Set(site.devices.map(({ air }) => air?.deviceId))
  const others = site.devices.filter(
    (device) =>
      isHouseholdRouter(device) &&
      !isGateway(device) &&
      roleOf(device) !== 'bridgeEnd' &&
      !feeds.has(device.id) &&
      !site.networks.some(({ routedBy }) => routedBy === device.id) &&
      device.ports.length > 1,
  )
  return others.length === 0
    ? []
    : [
        choice('device', 'Which device is it?', [
          { value: 'new', label: 'one that is not in the plan yet' },
          ...others.map(({ id, name }) => ({ value: id, label: name })),
        ]),
      ]
}

/** The second router by one method, at a free socket of the first network; undefined where there is none. */
export function secondRouter(
  draft: Draft,
  answers: Answers,
  { people }: Base,
  method: Method,
  before: (router: Device) => void = () => undefined,
): Device | undefined {
  const chosen = textOf(answers, 'device')
  const known = chosen === '' || chosen === 'new' ? undefined : deviceOf(draft.site, chosen)
  const router =
    known ??
    addDevice(draft, 't-router', { id: 'router', name: 'Second router', place: 'Where it is needed' })
  const at = freeSocket(draft, router)
  if (!at) {
    refuse(draft, '', `No socket of ${people.name} is left for the cable of ${router.name}.`)
    return undefined
  }
  setPort(draft, at, { mode: 'access', nativeVlan: people.vlanId, taggedVlans: [], admit: 'untaggedOnly' })
  before(router)
  const recipe = secondRouterRecipe(draft.site, {
    routerId: router.id,
    method,
    outerNetworkId: people.id,
    at,
  })
  if (!recipe.ok) {
    draft.problems.push(...recipe.problems.map((one) => ({ ...one, path: [] })))
    return undefined
  }
  edit(draft, recipe.value.edits)
  edit(draft, longer(draft, at, countOf(answers, 'lengthM')))
  draft.reasons.push(...recipe.value.reasons)
  draft.steps.push(...recipe.value.steps)
  for (const [name, { gives, costs }] of Object.entries(METHOD_COST))
    say(
      draft,
      METHOD_NAME[name as Method],
      `${name === method ? 'Taken. ' : 'The other method. '}Gives: ${gives} Costs: ${costs}`,
    )
  return now(draft, router)
}

function longer({ site }: Draft, at: LinkEnd, lengthM: number) {
  const link = site.links.find(({ a, b }) =>
    [a, b].some((end) => end.deviceId === at.deviceId && end.port === at.port),
  )
  return link ? [{ op: 'put' as const, collection: 'links' as const, record: { ...link, lengthM } }] : []
}
