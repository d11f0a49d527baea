import { badInput } from './output'
import type { Output } from './output'

/** What may stand beside the files of a command. */
export interface Options {
  from?: string | undefined
  to?: string | undefined
  medium?: string | undefined
  'link-rate'?: string | undefined
  baseline?: string | undefined
  way?: string | undefined
  as?: string | undefined
  keys?: boolean | undefined
  script?: string | undefined
  until?: string | undefined
  seed?: string | undefined
  carton?: boolean | undefined
  laptop?: string | undefined
  crew?: string | undefined
  start?: string | undefined
  ics?: string | undefined
  quiet?: string | undefined
  plan?: string | undefined
  calibrate?: boolean | undefined
  right?: boolean | undefined
  at?: string | undefined
  outside?: string | undefined
  name?: string | undefined
  host?: string[] | undefined
  interface?: string | undefined
  on?: string | undefined
  copy?: string | undefined
  paper?: string | undefined
  pdf?: string | undefined
  svg?: string | undefined
  csv?: string | undefined
  zip?: string | undefined
  kind?: string | undefined
  sheet?: string | undefined
  first?: string | undefined
  pages?: boolean | undefined
  out?: string | undefined
  'passphrase-file'?: string | undefined
  identity?: string | undefined
  recipient?: string[] | undefined
}
export type Command = (files: string[], options: Options) => Output | Promise<Output>

/** For commands that take one file. */
export const oneFile = <T extends Output | Promise<Output>>(
  files: string[],
  then: (file: string) => T,
): T | Output =>
  files.length === 1 && files[0] !== undefined
    ? then(files[0])
    : badInput([{ path: [], code: 'usage', message: `One file is needed; ${files.length} were given.` }])
