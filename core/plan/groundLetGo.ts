import type { Collection, Id, Site } from './types'

/** What lay on a removed level goes with it; what pointed at a removed link or antenna lets go of it. */
export function letGoOnGround(site: Site, collection: Collection, id: Id): Site {
  switch (collection) {
    case 'levels':
      return withoutLevel(site, id)
    case 'links':
    case 'devices': {
      const links = new Set(site.links.map((link) => link.id))
      const loose = (linkId: Id | null) => linkId !== null && !links.has(linkId)
      if (!site.cableRoutes.some(({ linkId }) => loose(linkId))) return site
      return {
        ...site,
        cableRoutes: site.cableRoutes.map((route) =>
          loose(route.linkId) ? { ...route, linkId: null } : route,
        ),
      }
    }
    case 'antennas':
      return {
        ...site,
        devices: site.devices.map((device) =>
          device.position?.antennaId === id
            ? { ...device, position: { ...device.position, antennaId: null } }
            : device,
        ),
      }
    default:
      return site
  }
}

function withoutLevel(site: Site, id: Id): Site {
  const elsewhere = (thing: { levelId: Id }) => thing.levelId !== id
  const rest = (ids: Id[]) => ids.filter((levelId) => levelId !== id)
  return {
    ...site,
    walls: site.walls.filter(elsewhere),
    obstacles: site.obstacles.filter(elsewhere),
    keepOuts: site.keepOuts.filter(elsewhere),
    underlays: site.underlays.filter(elsewhere),
    buildings: site.buildings.map((building) => ({ ...building, levelIds: rest(building.levelIds) })),
    risers: site.risers.map((riser) => ({ ...riser, levelIds: rest(riser.levelIds) })),
    areas: site.areas.map((area) => (area.levelId === id ? { ...area, levelId: null, outline: [] } : area)),
    devices: site.devices.map((device) =>
      device.position?.levelId === id ? { ...device, position: null } : device,
    ),
    cableRoutes: site.cableRoutes
      .map((route) => ({ ...route, points: route.points.filter(elsewhere) }))
      .filter(({ points }) => points.length > 1),
    neighbours: site.neighbours.map((heard) =>
      heard.heardAt?.levelId === id ? { ...heard, heardAt: null } : heard,
    ),
  }
}
