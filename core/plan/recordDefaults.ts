import { USUAL_CARTON } from './carton'
import type { Collection, RecordOf } from './types'

type Defaults = { [C in Exclude<Collection, 'devices'>]: Partial<RecordOf<C>> }

/**
 * What a record holds where nobody says otherwise: the one place. A fresh record begins with it, a site file may leave it out, and
 * a record of an earlier version that lacks it is read with it. Devices have theirs in defaults.ts and parts.ts, by kind.
 */
export const RECORD_DEFAULTS: Defaults = {
  networks: {
    purpose: 'other',
    gateway: null,
    pool: null,
    nameServers: [],
    expectedClients: 0,
    routedBy: null,
    servedBy: null,
    translated: true,
    relayed: false,
    announcedControllerId: null,
    announcedBy: '138',
  },
  profiles: { passphrase: null, wps: false, isDefault: false, radius: null },
  ssids: {
    networkId: null,
    profileId: null,
    bands: ['2.4', '5'],
    accessPointIds: null,
    groupIds: null,
    hidden: false,
    isolated: false,
    schedule: 'always',
    macList: null,
  },
  deviceTypes: {
    ports: [],
    radios: [],
    poeClass: null,
    drawW: null,
    poeBudgetW: null,
    currentFirmware: null,
    needsLicence: false,
    maxAccessPoints: null,
    minimumFirmware: null,
    ...USUAL_CARTON,
  },
  links: { lengthM: 1, category: 'cat6', statedMbps: null },
  rules: { enabled: true },
  forwards: { protocol: 'udp' },
  groups: { accessPointIds: [], jacks: [] },
  /** −67 dBm: common practice, no source. */
  areas: { needs: [], levelId: null, outline: [], band: '5', leastSignalDbm: -67 },
  requirements: {},
  levels: { floorM: 0, heightM: 3, slabMaterial: 'concrete', slabMm: 0 },
  buildings: { levelIds: [], roofHeightM: null, roofMaterial: 'wood', roofMm: 30 },
  walls: { material: 'brick', thicknessMm: 100, heightM: null, ownLossDb: null, openings: [] },
  obstacles: { kind: 'other', lossDbPerM: 0.5, heightM: 3 },
  keepOuts: { forbids: 'both', water: false },
  risers: { levelIds: [] },
  cableRoutes: { linkId: null, spareM: 3 },
  underlays: { at: [0, 0], metresPerPx: 0.05, rotationDeg: 0, opacity: 0.5 },
  antennas: { gainDbi: 3, horizontalBeamDeg: 360, verticalBeamDeg: 60, table: null },
  neighbours: { name: '', bssid: null, widthMhz: 20, heardAt: null },
  parts: { key: '', unit: 'piece', count: 0, have: 0, rate: null },
}
