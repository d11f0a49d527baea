/**
 * Text for a comment: on one line whatever a name holds, in every grammar that is written here. Control characters, the
 * line and paragraph separators of Unicode and marks that turn the direction of writing become spaces.
 */
export const oneLine = (text: string): string =>
  text.replace(/[\p{Cc}\p{Zl}\p{Zp}\p{Bidi_C}\p{Cs}]+/gu, ' ').trim()

/** A comment line. A backslash at its end might join the next line to it. */
export const comment = (text: string): string => `# ${oneLine(text).replace(/\\$/, '\\ .')}`

/** The octets of a text in UTF-8, as hex. */
export const hexOf = (text: string): string =>
  [...new TextEncoder().encode(text)].map((octet) => octet.toString(16).padStart(2, '0')).join('')

/** A name that is safe as an identifier in any of the formats: letters, digits and dashes. */
export const slug = (text: string, otherwise = 'unnamed'): string =>
  text
    .normalize('NFKD')
    .replace(/\p{M}+/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '') || otherwise

export const lines = (...parts: (string | string[] | null)[]): string =>
  `${parts
    .flat()
    .filter((line) => line !== null)
    .join('\n')}\n`

/** Stands where a key belongs that was not asked for: the line below it is one that its reader refuses to start with. */
export const KEY_LEFT_OUT = comment(
  'left out: ask for the file with keys. The program refuses to start without',
)
/** The same where the plan itself has none. */
export const KEY_MISSING = comment('the plan has no key for this. The program refuses to start without')
