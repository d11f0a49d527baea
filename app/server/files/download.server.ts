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
