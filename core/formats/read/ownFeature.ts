import type { Collection, Id, Site } from '../../plan'

type Properties = Record<string, unknown>

interface Here {
  site: Site
  /** Whether the file is of this very site, so that its ids are this plan's. */
  isOwnSite: boolean
  /** Counts what is left out, by what it is. */
  note: (leftOut: string) => void
}

/** The record in a feature that this program wrote, in this site's ids; or what it belongs to and this site lacks. */
export type OwnRecord = { record: Properties } | { missing: string }

/** Null: the feature is not of ours, or of another piece. */
export function ownRecord(kind: Collection, properties: Properties, here: Here): OwnRecord | null {
  const { piece, names, turned: _turned, uncut: _uncut, ...record } = properties
  if (piece !== kind || typeof record.id !== 'string') return null
  const said = namesOf(names)
  const level = (id: unknown) => matched(here.site.levels, id, said.levels, here)
  const lacking = [...asList(record.levelId), ...asList(record.levelIds)].find((id) => level(id) === null)
  if (lacking !== undefined)
    return {
      missing: `${kind} of a level that this site has not (“${said.levels[String(lacking)] ?? String(lacking)}”)`,
    }
  return {
    record: {
      ...record,
      ...(record.levelId === undefined
        ? {}
        : { levelId: record.levelId === null ? null : level(record.levelId) }),
      ...(Array.isArray(record.levelIds) ? { levelIds: record.levelIds.map(level) } : {}),
      ...(Array.isArray(record.needs)
        ? { needs: needsHere(record.needs as Properties[], said.networks, here) }
        : {}),
    },
  }
}

const asList = (value: unknown): unknown[] =>
  Array.isArray(value) ? (value as unknown[]) : value === undefined || value === null ? [] : [value]

/** Needs of networks that this site has; the area itself is kept. */
const needsHere = (needs: Properties[], names: Record<string, string>, here: Here): Properties[] =>
  needs.flatMap((need) => {
    const networkId = matched(here.site.networks, need.networkId, names, here)
    if (networkId !== null) return [{ ...need, networkId }]
    here.note(
      `need of a network that this site has not (“${names[String(need.networkId)] ?? String(need.networkId)}”)`,
    )
    return []
  })

/** The id of this site for one in the file: the same in the same site, by its name in another. */
function matched(
  list: readonly { id: Id; name: string }[],
  id: unknown,
  names: Record<string, string>,
  { isOwnSite }: Here,
): Id | null {
  const same = list.find((record) => record.id === id)
  if (isOwnSite && same) return same.id
  const named = list.filter(({ name }) => name === names[String(id)])
  return named.length === 1 ? (named[0]?.id ?? null) : null
}

function namesOf(names: unknown): { levels: Record<string, string>; networks: Record<string, string> } {
  const { levels = {}, networks = {} } = (names ?? {}) as { levels?: object; networks?: object }
  return {
    levels: { ...levels } as Record<string, string>,
    networks: { ...networks } as Record<string, string>,
  }
}
