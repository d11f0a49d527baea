import { MATERIALS } from '~/core/radio/propagation'
import type { Drawn } from '~/core/plan/drawing'
import type { Site } from '~/core/plan'
import type { Choice } from '../../components/inputs'
import type { FieldSpec } from '../../forms/fieldSpec'

const materials: Choice[] = MATERIALS.map(({ id, name }) => ({ value: id, label: name }))
const name: FieldSpec = { path: 'name', label: 'Name', kind: 'text' }
const bands: Choice[] = ['2.4', '5', '6'].map((band) => ({ value: band, label: `${band} GHz` }))

/** The sheet of each kind of piece, by what its record has. */
export function fieldsOf(collection: Drawn, site: Site): FieldSpec[] {
  switch (collection) {
    case 'walls':
      return [
        { path: 'material', label: 'Material', kind: 'choice', choices: materials },
        { path: 'thicknessMm', label: 'Thickness, mm', kind: 'number' },
        {
          path: 'heightM',
          label: 'Height',
          kind: 'length',
          none: 'up to the ceiling',
          hint: 'Empty: up to the ceiling.',
        },
        {
          path: 'ownLossDb.2.4',
          label: 'Own loss at 2.4 GHz, dB',
          kind: 'number',
          none: 'computed',
          dropsEmpty: true,
        },
        {
          path: 'ownLossDb.5',
          label: 'Own loss at 5 GHz, dB',
          kind: 'number',
          none: 'computed',
          dropsEmpty: true,
        },
        {
          path: 'ownLossDb.6',
          label: 'Own loss at 6 GHz, dB',
          kind: 'number',
          none: 'computed',
          dropsEmpty: true,
        },
      ]
    case 'areas':
      return [
        name,
        { path: 'band', label: 'Band its clients use', kind: 'choice', choices: bands },
        {
          path: 'leastSignalDbm',
          label: 'Least signal, dBm',
          kind: 'number',
          hint: 'Usual: −67 for voice and work, −72 for browsing. Common practice, no source.',
        },
      ]
    case 'obstacles':
      return [
        name,
        {
          path: 'kind',
          label: 'What it is',
          kind: 'choice',
          choices: [
            { value: 'boats', label: 'Stacked boats' },
            { value: 'masts', label: 'Masts' },
            { value: 'racking', label: 'Racking' },
            { value: 'trees', label: 'Trees' },
            { value: 'other', label: 'Something else' },
          ],
        },
        {
          path: 'lossDbPerM',
          label: 'Loss, dB per metre',
          kind: 'number',
          hint: 'Boats and trees: 0.3 to 1. Common practice, no source.',
        },
        { path: 'heightM', label: 'Height', kind: 'length' },
      ]
    case 'buildings':
      return [
        name,
        { path: 'levelIds', label: 'Levels', kind: 'levels' },
        { path: 'roofMaterial', label: 'Roof', kind: 'choice', choices: materials },
        { path: 'roofMm', label: 'Roof thickness, mm', kind: 'number' },
        { path: 'roofHeightM', label: 'Roof height', kind: 'length', none: 'ceiling of its highest level' },
      ]
    case 'keepOuts':
      return [
        name,
        {
          path: 'forbids',
          label: 'What cannot be done here',
          kind: 'choice',
          choices: [
            { value: 'mounting', label: 'Nothing may be mounted' },
            { value: 'cable', label: 'No cable can run' },
            { value: 'both', label: 'Neither' },
          ],
        },
        { path: 'water', label: 'It is water', kind: 'check' },
      ]
    case 'risers':
      return [name, { path: 'levelIds', label: 'Levels', kind: 'levels' }]
    case 'cableRoutes':
      return [
        name,
        {
          path: 'linkId',
          label: 'Which cable',
          kind: 'choice',
          none: 'none of the plan yet',
          choices: site.links.map((link) => ({ value: link.id, label: linkText(site, link.id) })),
        },
        { path: 'spareM', label: 'Slack and drops', kind: 'length' },
      ]
    case 'underlays':
      return [
        name,
        { path: 'metresPerPx', label: 'Metres per pixel', kind: 'number' },
        { path: 'rotationDeg', label: 'Turned, degrees', kind: 'number' },
        { path: 'opacity', label: 'Strength', kind: 'share' },
      ]
    case 'devices':
      return []
  }
}

const linkText = (site: Site, id: string): string => {
  const link = site.links.find((one) => one.id === id)
  const named = (deviceId: string) => site.devices.find((device) => device.id === deviceId)?.name ?? deviceId
  return link ? `${named(link.a.deviceId)} – ${named(link.b.deviceId)}` : id
}

export const KIND_NAMES: Record<Drawn, string> = {
  walls: 'Wall',
  areas: 'Area',
  obstacles: 'Obstacle',
  buildings: 'Building',
  keepOuts: 'Keep out',
  risers: 'Riser',
  cableRoutes: 'Cable',
  underlays: 'Picture',
  devices: 'Device',
}
