import Joi from 'joi'
import { poolProblems, isUsable, parseSubnet } from '~/core/network/addressing'
import { good } from '~/core/lib/outcome'
import type { Outcome, Problem } from '~/core/lib/outcome'
import { COLLECTIONS, applyEdits, freshProblems, passphraseProblem, portRange } from '~/core/plan'
import type { DeviceType, Edit, Network, SecurityProfile, Site } from '~/core/plan'
import { actorFields } from './actor'
import { backhaul } from './backhaul'
import { feed } from './feed'
import { choice, id, name, someCountry, someText } from './fields'
import { ground } from './ground'
import { check } from './problems'
import { port } from './ports'
import { partsRules } from './parts'
import { RECORDS } from './records'
import { typeProblems } from './typeProblems'

const collection = choice(...COLLECTIONS).required()
const header = Joi.object({
  name: name(80),
  place: someText(200),
  country: someCountry(),
  feed,
  notes: someText(4000),
  contact: someText(200),
  ground,
  backhaul,
  partsRules,
}).min(1)

const SHAPES: Record<Edit['op'], Joi.ObjectSchema> = {
  put: Joi.object({
    op: Joi.valid('put').required(),
    collection,
    record: Joi.when('collection', {
      switch: COLLECTIONS.map((c) => ({ is: c, then: RECORDS[c].required() })),
    }),
  }),
  remove: Joi.object({ op: Joi.valid('remove').required(), collection, id: id().required() }),
  move: Joi.object({
    op: Joi.valid('move').required(),
    collection,
    id: id().required(),
    index: Joi.number().integer().min(0).required(),
  }),
  port: Joi.object({ op: Joi.valid('port').required(), deviceId: id().required(), port: port.required() }),
  describe: Joi.object({ op: Joi.valid('describe').required(), header: header.required() }),
}

export interface EditRequest {
  label: string
  edits: Edit[]
}

const request = Joi.object({
  ...actorFields,
  label: name(160).required(),
  edits: Joi.array()
    .items(Joi.object({ op: choice('put', 'remove', 'move', 'port', 'describe').required() }).unknown(true))
    .min(1)
    .max(5000)
    .required(),
})

/** Edits as the browser sends them, each checked by its own shape, so that a wrong field is named and not the whole. */
export function readEditRequest(data: unknown): Outcome<EditRequest> {
  const outer = check<EditRequest>(request, data)
  if (!outer.ok) return outer
  const edits = checkedEdits(outer.value.edits)
  return edits.ok ? good({ ...outer.value, edits: edits.value }) : edits
}

function checkedEdits(given: readonly Edit[]): Outcome<Edit[]> {
  const results = given.map((edit) => check<Edit>(SHAPES[edit.op], edit))
  const problems = results.flatMap((result) => (result.ok ? [] : result.problems.map(fromField)))
  return problems.length > 0
    ? { ok: false, problems }
    : good(results.flatMap((result) => (result.ok ? [result.value] : [])))
}

/**
 * What is wrong with edits on a plan, in the paths of a form: their shapes, what a device would refuse, and what would
 * contradict the plan. The server judges by the same parts; here the browser asks them while somebody types. A plan in the
 * browser has no keys, so of a profile that comes without one nothing is said about it.
 */
export function editProblems(site: Site, given: readonly Edit[]): Problem[] {
  const edits = checkedEdits(given)
  if (!edits.ok) return edits.problems
  const keptKeys = given.some((edit) => edit.op === 'put' && !('passphrase' in edit.record))
  const inForm = formProblems(site, edits.value).filter(({ code }) => !(keptKeys && code === 'passphrase'))
  return inForm.length > 0
    ? inForm
    : freshProblems(site, applyEdits(site, edits.value)).map((problem) => fieldOnly(problem))
}

/** Of a contradiction between records the path is cut to the field, since the form knows which record it edits. */
export const fieldOnly = (problem: Problem): Problem => ({
  ...problem,
  path: typeof problem.path[1] === 'number' ? problem.path.slice(2) : problem.path,
})

/** A form knows its fields, not the edit around them: ['record', 'pool', 'end'] becomes ['pool', 'end']. */
const fromField = (problem: Problem): Problem => ({
  ...problem,
  path: ['record', 'port', 'header'].includes(String(problem.path[0])) ? problem.path.slice(1) : problem.path,
  message: problem.message.replace(/^(record|port|header)\./, ''),
})

/**
 * What a form refuses though a file may carry it: things a device would refuse to save. A plan that comes with such a
 * mistake can still be opened, and a finding speaks of it.
 */
export function formProblems(site: Site, edits: Edit[]): Problem[] {
  return edits.flatMap((edit) => {
    if (edit.op === 'put' && edit.collection === 'networks') return networkProblems(edit.record as Network)
    if (edit.op === 'put' && edit.collection === 'profiles')
      return profileProblems(edit.record as SecurityProfile)
    if (edit.op === 'put' && edit.collection === 'deviceTypes') return typeProblems(edit.record as DeviceType)
    if (edit.op === 'port') return portProblems(site, edit.deviceId, edit.port.number)
    return []
  })
}

function networkProblems(network: Network): Problem[] {
  const subnet = parseSubnet(network.subnet)
  if (!subnet.ok) return subnet.problems.map((problem) => ({ ...problem, path: ['subnet'] }))
  const gateway: Problem[] =
    network.gateway !== null && !isUsable(subnet.value, network.gateway)
      ? [
          {
            path: ['gateway'],
            code: 'gateway.outside',
            message: `${network.gateway} is no host address of ${network.subnet}. The gateway must be in the subnet.`,
          },
        ]
      : []
  return [...gateway, ...(network.pool ? poolProblems(network.pool, subnet.value, network.gateway) : [])]
}

function profileProblems(profile: SecurityProfile): Problem[] {
  const message = passphraseProblem(profile.mode, profile.passphrase)
  return message ? [{ path: ['passphrase'], code: 'passphrase', message }] : []
}

function portProblems(site: Site, deviceId: string, number: number): Problem[] {
  const device = site.devices.find((candidate) => candidate.id === deviceId)
  if (!device)
    return [
      { path: ['deviceId'], code: 'reference.unknown', message: 'That device is not in the plan any more.' },
    ]
  const numbers = device.ports.map((candidate) => candidate.number)
  return numbers.includes(number)
    ? []
    : [
        {
          path: ['number'],
          code: 'port.unknown',
          message: `${device.name} has no port ${number}. It has ${portRange(numbers)}.`,
        },
      ]
}
