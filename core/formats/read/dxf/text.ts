/** Encodings by what $DWGCODEPAGE calls them. Source: DXF reference, HEADER section, from memory; WHATWG Encoding. */
const PAGES: Record<string, string> = {
  ansi_874: 'windows-874',
  ansi_932: 'shift_jis',
  ansi_936: 'gbk',
  ansi_949: 'euc-kr',
  ansi_950: 'big5',
  gb2312: 'gbk',
  ksc5601: 'euc-kr',
  big5: 'big5',
  dos866: 'ibm866',
  dos932: 'shift_jis',
  'mac-roman': 'macintosh',
  ascii: 'windows-1252',
  utf8: 'utf-8',
}
/** From this version on, files are UTF-8 (AutoCAD 2007). Source: DXF reference, from memory. */
const FIRST_UTF8 = 'AC1021'

export interface DxfText {
  text: string
  /** A code page that is not known here: names were read as Western European. */
  unknownPage: string | null
}

function encodingOf(page: string): string | null {
  const name = page.toLowerCase()
  const windows = /^ansi_(125\d)$/.exec(name)
  const iso = /^iso_?8859-(\d{1,2})$/.exec(name)
  if (windows) return `windows-${windows[1]}`
  return iso ? `iso-8859-${iso[1]}` : (PAGES[name] ?? null)
}

const headerValue = (head: string, variable: string, code: number): string | null =>
  new RegExp(`\\r?\\n\\${variable}\\r?\\n\\s*${code}\\r?\\n([^\\r\\n]*)`).exec(head)?.[1]?.trim() ?? null

/** The text of a DXF file in the code page that it names; UTF-8 where it begins with its mark or is new enough. */
export function dxfText(bytes: Uint8Array): DxfText {
  const head = new TextDecoder('latin1').decode(bytes.subarray(0, 65_536))
  if (head.startsWith('ï»¿')) return { text: new TextDecoder().decode(bytes), unknownPage: null }
  const version = headerValue(head, '$ACADVER', 1)
  const page = headerValue(head, '$DWGCODEPAGE', 3)
  const encoding =
    version !== null && version >= FIRST_UTF8 ? 'utf-8' : page === null ? null : encodingOf(page)
  if (encoding === null && page === null) return { text: utf8OrWestern(bytes), unknownPage: null }
  return {
    text: new TextDecoder(encoding ?? 'windows-1252').decode(bytes),
    unknownPage: encoding === null ? page : null,
  }
}

/** A file that says nothing of its letters. */
function utf8OrWestern(bytes: Uint8Array): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return new TextDecoder('windows-1252').decode(bytes)
  }
}

/** Code pages of `\M+nXXXX`. Source: DXF reference, from memory. */
const MULTI: Record<string, string> = { 1: 'shift_jis', 2: 'big5', 3: 'euc-kr', 5: 'gbk' }

/** A name with the characters that a file of another code page writes as `\U+XXXX` or `\M+nXXXX`. */
export const named = (name: string): string =>
  name.includes('\\')
    ? name
        .replace(/\\U\+([0-9A-F]{4})/gi, (_all, hex: string) => String.fromCharCode(Number.parseInt(hex, 16)))
        .replace(/\\M\+([1235])([0-9A-F]{4})/gi, (all, page: string, hex: string) =>
          MULTI[page]
            ? new TextDecoder(MULTI[page]).decode(
                new Uint8Array([Number.parseInt(hex.slice(0, 2), 16), Number.parseInt(hex.slice(2), 16)]),
              )
            : all,
        )
    : name
