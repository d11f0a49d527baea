/** Sizes of paper, points of 1/72 inch. Sources: ISO 216 (A4, 210 × 297 mm); ANSI/ASME Y14.1 (Letter, 8.5 × 11 in). */
export const PAPERS = {
  a4: { name: 'A4', widthPt: (210 / 25.4) * 72, heightPt: (297 / 25.4) * 72 },
  letter: { name: 'Letter', widthPt: 612, heightPt: 792 },
} as const
export type Paper = keyof typeof PAPERS
export const isPaper = (text: string): text is Paper => text in PAPERS

export const mm = (value: number): number => (value / 25.4) * 72
