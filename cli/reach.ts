import { attachmentsOf } from '~/core/network/layer2'
import type { Attachment } from '~/core/network/layer2'
import {
  ENDED_WORDS,
  VERDICT_WORDS,
  amongThemselves,
  reach,
  reachMatrix,
  targetsOf,
} from '~/core/network/layer3'
import { planTwin } from '~/core/radio/backhaul'
import type { Answer, Hop, ReachCell, Target } from '~/core/network/layer3'
import { networkOf, routersOf } from '~/core/plan'
import type { Site } from '~/core/plan'
import { oneFile } from './options'
import type { Options } from './options'
import { badInput } from './output'
import type { Output } from './output'
import { readSite } from './siteInput'

/** `reach FILE`: the matrix, or with --from and --to one way hop by hop. */
export const reachCommand = (files: string[], options: Options): Output =>
  oneFile(files, (file) => {
    const site = readSite(file)
    if (!site.ok) return badInput(site.problems)
    return options.from === undefined && options.to === undefined
      ? matrix(site.value)
      : oneWay(site.value, options)
  })

/** `trace FILE --from … --to …`: one way, hop by hop. */
export const traceCommand = (files: string[], options: Options): Output =>
  oneFile(files, (file) => {
    const site = readSite(file)
    return site.ok ? oneWay(site.value, options) : badInput(site.problems)
  })

function matrix(site: Site): Output {
  const twin = planTwin(site)
  const own = site.networks.flatMap((network) => amongThemselves(twin, network) ?? [])
  const cells = [...reachMatrix(twin), ...own]
  const attachments = attachmentsOf(site).map(({ id, label, networkId }) => ({ id, label, networkId }))
  return {
    exitCode: 0,
    json: { site: site.name, attachments, matrix: cells.map(cellJson) },
    text: [
      ...cells.map((cell) => cellText(site, cell)),
      '',
      'Places to start from:',
      ...attachments.map(({ id, label }) => `  ${id}  ${label}`),
    ].join('\n'),
  }
}

/** Attachments by their id: what they are stands in the list beside the matrix. */
const cellJson = ({ exceptions, ...cell }: ReachCell) => ({
  ...cell,
  exceptions: exceptions.map(({ attachments, ...exception }) => ({
    ...exception,
    attachments: attachments.map(({ id }) => id),
  })),
})

function cellText(site: Site, cell: ReachCell): string {
  const from = networkOf(site, cell.fromNetworkId)?.name
  const odd = cell.exceptions.map(
    ({ attachments, targets, says }) =>
      `${attachments.map(({ label }) => label).join(', ')}${targets ? ` to ${targets.join(', ')}` : ''}: ${says}`,
  )
  return `${from} to ${cell.targetName}: ${VERDICT_WORDS[cell.verdict]}${odd.length > 0 ? `: ${odd.join(' | ')}` : ''}`
}

function oneWay(site: Site, options: Options): Output {
  const from = findAttachment(site, options.from ?? '')
  const to = findTarget(site, options.to ?? '')
  const problems = []
  if (!from)
    problems.push({
      path: ['from'],
      code: 'unknown',
      message: `--from “${options.from ?? ''}” is no place of this site. Known: ${attachmentsOf(site)
        .map(({ id }) => id)
        .join(', ')}.`,
    })
  if (!to)
    problems.push({
      path: ['to'],
      code: 'unknown',
      message: `--to “${options.to ?? ''}” is no target of this site. Known: ${targetsOf(site)
        .map(({ name }) => name)
        .join(', ')}.`,
    })
  if (!from || !to) return badInput(problems)
  const answer = reach(planTwin(site), from, to)
  return {
    exitCode: answer.answered ? 0 : 1,
    json: { from: from.id, to, ...answer },
    text: answerText(answer),
  }
}

const findAttachment = (site: Site, text: string): Attachment | undefined =>
  attachmentsOf(site).find(({ id, label }) => id === text || label === text)

function findTarget(site: Site, text: string): Target | undefined {
  if (text === 'internet') return { kind: 'internet' }
  const router = routersOf(site).find(({ id }) => text === `router:${id}`)
  if (router) return { kind: 'router', deviceId: router.id }
  const device = site.devices.find(({ id }) => text === `device:${id}`)
  if (device) return { kind: 'device', deviceId: device.id }
  return targetsOf(site).find(({ target, name }) => name === text || idOf(target) === text)?.target
}

const idOf = (target: Target): string | null =>
  target.kind === 'network' ? target.networkId : target.kind === 'controller' ? target.deviceId : null

const answerText = (answer: Answer): string =>
  [
    `${ENDED_WORDS[answer.outcome]}. ${answer.summary}`,
    ...answer.stages.flatMap(({ name, ok, says, hops, astray }) => [
      `\n${ok ? 'yes' : astray ? 'ODD' : 'NO '} ${name}: ${says}`,
      ...hops.map(hopText),
    ]),
  ].join('\n')

const hopText = (hop: Hop): string =>
  `      ${hop.deviceName}${hop.inPort ? `, in by ${hop.inPort}` : ''}${hop.outPort ? `, out by ${hop.outPort}` : ''}: ${hop.decision}. ${hop.reason} (${hop.clause})`
