import { attachmentsOf, broadcasts, unnamedVlan } from '~/core/network/layer2'
import type { Broadcast, Tag } from '~/core/network/layer2'
import { oneFile } from './options'
import { badInput } from './output'
import type { Output } from './output'
import { readSite } from './siteInput'

/** `l2 FILE`: for every attachment and every tag it can send, exactly which (attachment, tag) a broadcast reaches. */
export const l2Command = (files: string[]): Output =>
  oneFile(files, (file) => {
    const site = readSite(file)
    if (!site.ok) return badInput(site.problems)
    const attachments = attachmentsOf(site.value).map(({ id, kind, label }) => ({ id, kind, label }))
    const unnamed = unnamedVlan(site.value)
    // What nobody names is worth a line only where it comes out somewhere.
    const sent = broadcasts(site.value).filter(
      ({ sentTag, heard }) => sentTag !== unnamed || heard.length > 0,
    )
    return {
      exitCode: 0,
      json: {
        site: site.value.name,
        attachments,
        /** Stands for every VLAN id that the plan does not name. */
        unnamedVlan: unnamed,
        broadcasts: sent.map(({ attachmentId, sentTag, heard, loopsAt }) => ({
          from: attachmentId,
          tag: sentTag,
          reaches: heard.map((one) => ({ attachment: one.attachmentId, tag: one.tag })),
          loopsAt,
        })),
      },
      text: sent
        .filter(({ heard }) => heard.length > 0)
        .map((one) => sentence(one, unnamed))
        .join('\n'),
    }
  })

const tagWords = (tag: Tag): string => (tag === null ? 'untagged' : `tag ${tag}`)

const sentence = ({ attachmentId, sentTag, heard, loopsAt }: Broadcast, unnamed: Tag): string =>
  `${attachmentId}, ${tagWords(sentTag)}${sentTag === unnamed ? ' (as any that the plan does not name)' : ''}: ${heard.map((one) => `${one.attachmentId} ${tagWords(one.tag)}`).join(', ')}${loopsAt.length > 0 ? ` (comes round again at ${loopsAt.join(', ')})` : ''}`
