/**
 * The text of a file by its byte order mark: UTF-8, or UTF-16 either way round. Without a mark UTF-16 shows itself by a zero
 * in every other octet. Source: WHATWG Encoding, “BOM sniff”; the zeros are common practice, no source.
 */
export function decodedText(bytes: Uint8Array): string {
  return new TextDecoder(encodingOf(bytes)).decode(bytes)
}

function encodingOf(bytes: Uint8Array): string {
  const [a, b, c, d] = bytes
  if (a === 0xff && b === 0xfe) return 'utf-16le'
  if (a === 0xfe && b === 0xff) return 'utf-16be'
  if (a === 0 && b !== 0 && c === 0 && d !== 0 && b !== undefined) return 'utf-16be'
  return a !== 0 && b === 0 && c !== 0 && d === 0 ? 'utf-16le' : 'utf-8'
}
