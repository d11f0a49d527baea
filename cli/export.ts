import { addressesCsv, deviceFiles, portsCsv } from '~/core/formats'
import type { DeviceFile } from '~/core/formats'
import type { Site } from '~/core/plan'
import { oneFile } from './options'
import type { Options } from './options'
import { badInput } from './output'
import type { Output } from './output'
import { readSite } from './siteInput'

/** `export FILE`: the list of files the plan gives, or with --as one of them, as text. */
export const exportCommand = (files: string[], options: Options): Output =>
  oneFile(files, (file) => {
    const site = readSite(file)
    if (!site.ok) return badInput(site.problems)
    const all = allFiles(site.value, options.keys === true)
    const { as } = options
    if (as === undefined)
      return {
        exitCode: 0,
        json: {
          site: site.value.name,
          files: all.map(({ id, name, says, refused }) => ({ id, name, says, refused })),
        },
        text: all.flatMap(listed).join('\n'),
      }
    const chosen = all.find(({ id, name }) => id === as || name === as)
    if (!chosen)
      return badInput([
        {
          path: ['as'],
          code: 'unknown',
          message: `--as “${as}” is no file of this site. Known: ${all.map(({ id }) => id).join(', ')}.`,
        },
      ])
    const { text } = chosen
    return text === null ? badInput(chosen.refused) : { exitCode: 0, json: chosen, text }
  })

type Listed = Pick<DeviceFile, 'id' | 'name' | 'says' | 'text' | 'refused'>

const listed = ({ id, says, refused }: Listed): string[] => [
  `${id}  ${says}`,
  ...refused.map(({ message }) => `    not written: ${message}`),
]

const allFiles = (site: Site, withKeys: boolean): Listed[] => [
  { id: 'ports.csv', name: 'ports.csv', says: 'every port (CSV)', text: portsCsv(site), refused: [] },
  {
    id: 'addresses.csv',
    name: 'addresses.csv',
    says: 'every address (CSV)',
    text: addressesCsv(site),
    refused: [],
  },
  ...site.devices.flatMap((device) => deviceFiles(site, device, withKeys)),
]
