import type { Id, Network } from '../../../plan'

/** A network as one knows it who neither routes nor serves it: its name, VLAN and subnet. */
export const identityOf = (network: Network): Network => ({
  ...network,
  gateway: null,
  pool: null,
  nameServers: [],
  routedBy: null,
  servedBy: null,
  translated: true,
  relayed: false,
  announcedControllerId: null,
  announcedBy: '138',
})

/**
 * The networks that one device knows while some of its settings are of the old plan and some of the new: two versions of one network
 * go by two ids.
 */
export class NetworkCopies {
  private readonly copies = new Map<Id, Network>()

  /** Takes a version in, and gives the id by which it goes here. */
  idOf(network: Network): Id {
    for (let id = network.id; ; id = `${id}~`) {
      const known = this.copies.get(id)
      if (!known) {
        this.copies.set(id, { ...network, id })
        return id
      }
      if (known.vlanId === network.vlanId && known.subnet === network.subnet) return id
    }
  }

  /** Puts to a version what its router or its server knows. */
  put(id: Id, part: Partial<Network>): void {
    const known = this.copies.get(id)
    if (known) this.copies.set(id, { ...known, ...part })
  }

  all = (): Network[] => [...this.copies.values()]
}
