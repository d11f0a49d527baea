import type { Attachment } from '../../../network/layer2'
import type { Id, Site } from '../../../plan'

/** While half of the gear is of the old plan, a record may be there in two versions; the later goes by the id with more behind it. */
export const withoutVersion = (id: Id): Id => id.replace(/~.*$/, '')

export const versionsOf = (site: Site, networkId: Id): Id[] =>
  site.networks.map(({ id }) => id).filter((id) => withoutVersion(id) === networkId)

/** The network that a socket is meant for: by its VLAN in the plan whose VLAN it has now. */
export type MeantAt = (at: Attachment, nativeVlan: number | null) => Id | null
