import { plural } from '../../lib/plural'
import { deviceOf } from '../../plan'
import type { Management, Site } from '../../plan'
import { placeWords } from './state/laptop'
import { ORDER_CODES } from './orderCodes'
import type { Runbook, RunbookStep } from './runbook'
import type { Change } from './types'

/** A step as it is read out: every line a thing to do or to see. */
export interface StepText {
  title: string
  where: string
  /** Ladders, masts and mains: the usual cautions. */
  caution: string | null
  /** Whose page, at which address, and what the laptop needs for it. */
  page: string | null
  /** `what` names the device, too. */
  sets: { id: string; what: string; was: string; becomes: string }[]
  /** What happens to the one who does it, and to others. */
  happens: string[]
  /** What is left alone until it is through; null: it is at once. */
  meanwhile: string | null
  /** What must be seen afterwards. */
  sees: string[]
  undo: string
}

const LADDER =
  'Up there: a ladder that somebody holds, no work in wind or wet, power off before a cable is touched. Local codes and licensed people come first.'

/** The words of a step, with the names of a site that knows both plans. */
export function stepText({ task: { present, target } }: Runbook, step: RunbookStep): StepText {
  const name = (id: string | null) => (deviceOf(target, id) ?? deviceOf(present, id))?.name ?? 'it'
  const spot = placeWords(deviceOf(present, step.place.deviceId) ? present : target, step.place)
  const [first] = step.changes
  return {
    title: titleOf(step, name),
    where: whereLine(step, spot, name, present),
    caution: step.place.effort > 1 && step.walk ? LADDER : null,
    page: pageLine(present, target, step, name),
    sets: step.changes.map(({ id, deviceId, what, was, becomes }) => ({
      id,
      what: what.startsWith(name(deviceId)) ? what : `${name(deviceId)}, ${what}`,
      was,
      becomes,
    })),
    happens: [
      ...addressMoves(step, name),
      ...lossLines(step, name),
      ...together(step),
      ...interrupted(step),
      ...rebooting(step, name),
      ...renewing(step, name),
    ],
    meanwhile: step.leave ? `${ORDER_CODES['ORD-4'].instead} (ORD-4)` : null,
    sees: seesAfter(step, name),
    undo: first ? undoLine(step) : '',
  }
}

/** Where one is, and where the laptop is plugged in; for a cable with two ends that are plugged, both. */
function whereLine(
  { walk, moved, place, changes }: RunbookStep,
  spot: string,
  name: (id: string | null) => string,
  present: Site,
): string {
  const ends = [...new Set(changes.flatMap(({ hands }) => hands.map(({ deviceId }) => deviceId)))]
  const others = ends.filter((id) => id !== place.deviceId).map((id) => name(id))
  const both =
    others.length > 0 ? ` The cable’s other end is at ${others.join(' and ')}: go there first.` : ''
  if (walk) return `Go to ${name(place.deviceId)}. Plug the laptop ${spot}.${both}`
  return moved && deviceOf(present, place.deviceId)
    ? `Stay at ${name(place.deviceId)} and move the laptop: ${spot}.${both}`
    : `Stay where you are: ${spot}.${both}`
}

function titleOf({ pageId, changes }: RunbookStep, name: (id: string | null) => string): string {
  const [first] = changes
  if (pageId !== null) {
    const one = changes.length === 1 ? first : undefined
    return `${name(pageId)}: ${one ? one.what.replace(`${name(one.deviceId)} `, '') : `${changes.length} settings`}`
  }
  if (first?.subject.kind === 'cable') return cableTitle(first)
  return `${name(first?.deviceId ?? null)}: ${first?.becomes ?? ''}`
}

function cableTitle({ subject, was, becomes }: Change): string {
  if (subject.kind !== 'cable') return ''
  if (!subject.from) return `Plug in the cable: ${becomes}`
  return subject.to ? `Move the cable: ${was}, then ${becomes}` : `Unplug the cable: ${was}`
}

function pageLine(
  present: Site,
  target: Site,
  { pageId, address, laptop, place }: RunbookStep,
  name: (id: string | null) => string,
): string | null {
  if (pageId === null) return null
  const hosted = (deviceOf(present, pageId) ?? deviceOf(target, pageId))?.controller?.form === 'hosted'
  if (hosted) return `Open the page of ${name(pageId)} over the internet.`
  if (place.port === null || address === null)
    return `Connect to the console of ${name(pageId)}: its page may not open from a port.`
  return `${laptopWords(laptop)} Open the page of ${name(pageId)} at ${address}.`
}

function laptopWords(laptop: RunbookStep['laptop']): string {
  if (!laptop || laptop.addressing === 'dhcp') return 'Leave the laptop on DHCP.'
  const gateway = laptop.gateway === null ? '' : `, gateway ${laptop.gateway}`
  return `Set the laptop to ${laptop.address ?? ''}/${laptop.prefixLength ?? ''}${gateway}.`
}

/** Pages that move: from the next step on they open at another address. */
const addressMoves = ({ changes }: RunbookStep, name: (id: string | null) => string): string[] =>
  changes.flatMap(({ subject, deviceId }) => {
    if (subject.kind !== 'unit' || subject.unit !== 'address') return []
    const [from, to] = [subject.from, subject.to].map((part) => part?.value as Management | undefined)
    return to?.ip && from?.ip !== to.ip
      ? [`The page of ${name(deviceId)} goes away and comes back at ${to.ip}/${to.prefixLength ?? 24}.`]
      : []
  })

function lossLines({ loss, pageId }: RunbookStep, name: (id: string | null) => string): string[] {
  if (loss === 'untilMore')
    return [`${name(pageId)} falls off now and comes back when the rest is done. That is expected: go on.`]
  return loss === 'forGood'
    ? [`Point of no return: ${name(pageId)} is not reached any more from here. What is set is set.`]
    : []
}

const interrupted = ({ interrupts }: RunbookStep): string[] =>
  interrupts.map(
    ({ says, clients, minutes }) =>
      `Interrupted for about ${plural(Math.ceil(minutes), 'minute')}: ${says} (${plural(Math.ceil(clients), 'client')}).`,
  )

/** What both plans keep apart and this step lets together for a while; and what it opens as the target has it. */
const together = ({ breaks, opens }: RunbookStep): string[] => [
  ...breaks.map(
    ({ says, clients, minutes }) =>
      `For about ${plural(Math.ceil(minutes), 'minute')} ${says} (${plural(clients, 'client')}), which both plans keep apart. No order avoids it.`,
  ),
  ...opens.map((says) => `From now on ${says}, as the target plan has it. It must not in the present plan.`),
]

const rebooting = ({ reboots }: RunbookStep, name: (id: string | null) => string): string[] =>
  reboots.length === 0
    ? []
    : [`Without power for a moment, then booting: ${reboots.map((id) => name(id)).join(', ')}.`]

const renewing = ({ renews }: RunbookStep, name: (id: string | null) => string): string[] =>
  renews.length === 0
    ? []
    : [
        `Renew the DHCP lease of ${renews.map((id) => name(id)).join(', ')}: unplug it for a moment, or restart it. It keeps its old address until then.`,
      ]

function seesAfter({ pageId, changes, loss }: RunbookStep, name: (id: string | null) => string): string[] {
  if (pageId === null) return changes.flatMap(({ subject }) => seenByHand(subject.kind))
  const sent = [...new Set(changes.map(({ deviceId }) => deviceId))].filter((id) => id !== pageId)
  return [
    ...(loss === 'none' ? [`The page of ${name(pageId)} opens again.`] : []),
    ...(sent.length > 0
      ? [
          `${sent.length} devices take it and are in the list again: ${sent.map((id) => name(id)).join(', ')}.`,
        ]
      : []),
  ]
}

const seenByHand = (kind: Change['subject']['kind']): string[] =>
  kind === 'cable'
    ? ['A light at both ends of the cable.']
    : kind === 'comes'
      ? ['Its lights as they are when it runs.']
      : []

/** The way back, while it can be gone. */
function undoLine({ changes, loss, pageId }: RunbookStep): string {
  if (loss === 'forGood') return 'No way back from here: go to the device.'
  const back =
    changes.length === 1 ? `set it back to “${changes[0]?.was ?? ''}”` : 'set each back to what it was'
  return pageId === null ? 'Put it back as it was.' : `On the same page, ${back}.`
}
