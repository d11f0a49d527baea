/**
 * What no XML document may hold, not even escaped: control characters but for tab and line breaks, lone surrogates, and the
 * two that are no characters. Source: XML 1.0 (fifth edition), production 2, Char.
 */
const FORBIDDEN = /[^\t\n\r\u{20}-\u{D7FF}\u{E000}-\u{FFFD}\u{10000}-\u{10FFFF}]/gu

/** A document or a text of one with a replacement character for each that XML forbids. */
export const xmlSafe = (text: string): string => text.replace(FORBIDDEN, '\uFFFD')
