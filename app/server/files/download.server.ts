import { slug } from '~/core/formats'

/** A text as a download that no cache keeps. */
export const download = (name: string, text: string, type: string): Response =>
  new Response(text, {
    headers: {
      'Content-Type': `${type}; charset=utf-8`,
      'Content-Disposition': `attachment; filename="${name}"`,
      'Cache-Control': 'no-store',
    },
  })

/** A file name from a site's name. */
export const fileName = (siteName: string, rest: string): string => `${slug(siteName)}${rest}`

/** Bytes as a download that no cache keeps. */
export const binary = (siteName: string, rest: string, bytes: Uint8Array, type: string): Response =>
  new Response(new Uint8Array(bytes), {
    headers: {
      'Content-Type': type,
      'Content-Disposition': `attachment; filename="${fileName(siteName, rest)}"`,
      'Cache-Control': 'no-store',
    },
  })
