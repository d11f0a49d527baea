import {
  computeLayer,
  gridOver,
  kernelRadio,
  layerJob,
  outdoorCells,
  plannedRadios,
  sceneOf,
} from '../coverage'
import { boxOf } from '../../plan'
import type { Band, Edit, Id, Site } from '../../plan'
import type { Solve } from '../../lib/solver'
import { hearing } from './hearing'
import type { LevelLayers } from './hearing'
import { planChannels } from './plan'
import type { ChannelPlan, ChannelAims } from './plan'
import { lowerPowers } from './powers'

export interface ChannelChange {
  key: string
  deviceId: Id
  name: string
  band: Band
  from: { channel: number | null; widthMhz: number; powerDbm: number }
  to: { channel: number; widthMhz: number; powerDbm: number; radar: boolean }
  locked: boolean
}

export interface ChannelProposal {
  plans: { band: Band; before: number; after: number; bound: number; proven: boolean }[]
  changes: ChannelChange[]
  edits: Edit[]
}

/** Cells of this size are enough to say who hears whom. */
const CELL_M = 2

/** Channels, widths and powers for every band the plan has radios on. */
export function proposeChannels(
  site: Site,
  aims: ChannelAims & { lowerPower: boolean },
  solve: Solve | null,
  seconds: number,
  onProgress: (share: number) => void = () => undefined,
): ChannelProposal {
  const bands = (['2.4', '5', '6'] as const).filter((band) => plannedRadios(site, band).length > 0)
  const plans: ChannelProposal['plans'] = []
  const changes: ChannelChange[] = []
  bands.forEach((band, i) => {
    onProgress(i / bands.length)
    const radios = plannedRadios(site, band)
    const levels = levelLayers(site, band)
    const plan = planChannels(
      site,
      radios,
      hearing(site, radios, levels),
      aims,
      solve,
      seconds / bands.length,
      (share) => onProgress((i + share) / bands.length),
    )
    plans.push({ band, before: plan.before, after: plan.cost, bound: plan.bound, proven: plan.proven })
    const powers = aims.lowerPower
      ? lowerPowers(site, radios, levels)
      : radios.map(({ powerDbm }) => powerDbm)
    changes.push(...changesOf(plan, powers))
  })
  return { plans, changes, edits: editsOf(site, changes) }
}

/** Layers of all radios over the areas of each level that has some. */
export function levelLayers(site: Site, band: Band): LevelLayers[] {
  const radios = plannedRadios(site, band)
  const scene = sceneOf(site, band)
  return site.levels.flatMap((level) => {
    const box = boxOf(
      site.areas.filter(({ levelId }) => levelId === level.id).flatMap(({ outline }) => outline),
    )
    if (!box) return []
    const grid = gridOver(box.min, box.max, CELL_M, level.floorM + site.ground.clientHeightM, 60_000)
    const outdoors = outdoorCells(scene, grid)
    return [
      {
        levelId: level.id,
        grid,
        layers: radios.map((radio) =>
          computeLayer(layerJob(scene, kernelRadio(site, radio, grid.zM), grid, outdoors)),
        ),
      },
    ]
  })
}

function changesOf({ radios, choice, options }: ChannelPlan, powers: readonly number[]): ChannelChange[] {
  return radios.flatMap((radio, i) => {
    const option = options[i]![choice[i]!]
    if (!option) return []
    return [
      {
        key: radio.key,
        deviceId: radio.device.id,
        name: radio.device.name,
        band: radio.band,
        from: { channel: radio.channel, widthMhz: radio.widthMhz, powerDbm: radio.powerDbm },
        to: { ...option, powerDbm: radio.locked ? radio.powerDbm : powers[i]! },
        locked: radio.locked,
      },
    ]
  })
}

function editsOf(site: Site, changes: readonly ChannelChange[]): Edit[] {
  return site.devices.flatMap((device): Edit[] => {
    const mine = changes.filter(({ deviceId, locked }) => deviceId === device.id && !locked)
    const radios = device.radios.map((radio) => {
      const change = mine.find(({ band }) => band === radio.band)
      if (!change) return radio
      const { channel, widthMhz, powerDbm } = change.to
      const lower = powerDbm < change.from.powerDbm - 0.01
      return {
        ...radio,
        channel,
        widthMhz,
        powerDbm: lower ? Math.round(powerDbm * 10) / 10 : radio.powerDbm,
      }
    })
    const same = JSON.stringify(radios) === JSON.stringify(device.radios)
    return same ? [] : [{ op: 'put', collection: 'devices', record: { ...device, radios } }]
  })
}
