/** One line of a configuration, whatever a name holds: no control character gets through. */
export const oneLine = (text: string): string => text.replace(/\p{Cc}+/gu, ' ').trim()

/** A comment line. */
export const comment = (text: string): string => `# ${oneLine(text)}`

/** Text between double quotes, with what would end it escaped. */
export const quoted = (text: string): string => `"${oneLine(text).replace(/[\\"]/g, '\\$&')}"`

/** The octets of a text in UTF-8, as hex. */
export const hexOf = (text: string): string =>
  [...new TextEncoder().encode(text)].map((octet) => octet.toString(16).padStart(2, '0')).join('')

/** A name that is safe as an identifier in any of the formats: letters, digits and dashes. */
export const slug = (text: string): string =>
  text
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '') || 'unnamed'

export const lines = (...parts: (string | string[] | null)[]): string =>
  `${parts
    .flat()
    .filter((line) => line !== null)
    .join('\n')}\n`

/** Stands where a key belongs that was not asked for. */
export const KEY_LEFT_OUT = 'left-out--ask-for-the-file-with-keys'
