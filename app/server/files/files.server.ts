import { deviceFiles } from '~/core/formats'
import type { DeviceFile } from '~/core/formats'
import { siteOr404 } from '../derived/siteState.server'

export type ListedFile = Omit<DeviceFile, 'text'>

/** The files the plan gives for its devices, without their text. */
export const filesOf = (siteId: string): ListedFile[] => {
  const { site } = siteOr404(siteId)
  return site.devices.flatMap((device) => deviceFiles(site, device).map(({ text: _text, ...file }) => file))
}
