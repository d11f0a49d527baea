/** Inks of the chart: each surface has its own colour for them. */
export type Ink =
  | 'ink'
  | 'soft'
  | 'line'
  | 'paper'
  | 'sheet'
  | 'land'
  | 'caution'
  | 'depth-1'
  | 'depth-2'
  | 'depth-3'
  | 'depth-4'
  | 'depth-5'
  | 'black'

/** On paper, as in daylight. */
export const INK: Record<Ink, string> = {
  ink: '#1b2a3c',
  soft: '#55606b',
  line: '#b9b39f',
  paper: '#ffffff',
  sheet: '#faf7ef',
  land: '#e9dcae',
  caution: '#a01565',
  'depth-1': '#e4eef3',
  'depth-2': '#c9dfea',
  'depth-3': '#a5cade',
  'depth-4': '#6fa9c6',
  'depth-5': '#1f6488',
  black: '#000000',
}

/** Right and down from the upper left corner, in units of the figure. */
export type Spot = readonly [x: number, y: number]

export interface Stroke {
  ink: Ink
  width: number
  dash?: readonly number[]
}

export type Shape =
  | { kind: 'line'; points: readonly Spot[]; stroke: Stroke }
  /** Rings inside each other leave holes. */
  | { kind: 'area'; rings: readonly (readonly Spot[])[]; fill?: Ink; stroke?: Stroke }
  | { kind: 'disc'; at: Spot; radius: number; fill?: Ink; stroke?: Stroke }
  | {
      kind: 'text'
      at: Spot
      text: string
      size: number
      anchor?: 'start' | 'middle' | 'end'
      ink?: Ink
      strong?: boolean
      /** Every sign as wide as the other: for what is typed off. */
      isCode?: boolean
      /** What it is written on, where that is not plain. */
      halo?: boolean
    }
  | { kind: 'flag'; vlanId: number; at: Spot; height: number }

/** A drawing as values: a page, a PDF and a file draw the same. */
export interface Figure {
  width: number
  height: number
  /** What is to be seen, for those who do not see it. */
  says: string
  /** Whether an edge is drawn round it, as round a chart. */
  isFramed?: boolean
  shapes: Shape[]
}

export const rect = (x: number, y: number, width: number, height: number): readonly Spot[] => [
  [x, y],
  [x + width, y],
  [x + width, y + height],
  [x, y + height],
]

/** At most so many letters, the last an ellipsis where something is left out; whole characters, never half of one. */
export function cutText(text: string, most: number): string {
  const letters = [...text]
  return letters.length > most ? `${letters.slice(0, most - 1).join('')}…` : text
}
