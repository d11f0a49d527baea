import { STAGES } from '~/core/guide/order/stageList'

/** A key of the frame: what is pressed, and what it does, in words. */
interface FrameKey {
  keys: string
  does: string
}

/** Every key that works on all steps; the list of keys and the listener read this table. */
export const FRAME_KEYS = {
  palette: { keys: 'ctrl k', does: 'palette: everything that can be done, by name' },
  log: { keys: 'l', does: 'write a log line' },
  follow: { keys: 'f', does: 'follow a frame' },
  next: { keys: 'n', does: 'next finding' },
  previous: { keys: 'p', does: 'previous finding' },
  undo: { keys: 'ctrl z', does: 'undo' },
  redo: { keys: 'ctrl shift z', does: 'redo' },
  close: { keys: 'esc', does: 'close the panel or dialog' },
  keys: { keys: '?', does: 'this list' },
  go: { keys: 'g', does: 'go to a step, by its letter after it' },
} as const satisfies Record<string, FrameKey>
export type FrameKeyName = keyof typeof FRAME_KEYS

/** Keys that parts of a page listen to themselves. */
const PART_KEYS: readonly FrameKey[] = [{ keys: '← →', does: 'from port to port on a strip' }]

/** All of them, as the list shows them. */
export const allKeys = (): FrameKey[] => [
  ...Object.values(FRAME_KEYS).filter(({ keys }) => keys !== FRAME_KEYS.go.keys),
  ...PART_KEYS,
  ...STAGES.map(({ key, name }) => ({ keys: `${FRAME_KEYS.go.keys} ${key}`, does: `go to ${name}` })),
]

interface Pressed {
  key: string
  ctrlKey: boolean
  metaKey: boolean
  shiftKey: boolean
  altKey: boolean
}

/** The key that was pressed, as the table writes it; with ctrl or cmd alike. */
function writtenAs({ key, ctrlKey, metaKey, shiftKey, altKey }: Pressed): string {
  const named = key === 'Escape' ? 'esc' : key.length === 1 ? key.toLowerCase() : key
  const command = ctrlKey || metaKey
  return [altKey ? 'alt' : '', command ? 'ctrl' : '', command && shiftKey ? 'shift' : '', named]
    .filter(Boolean)
    .join(' ')
}

const BY_KEYS = new Map(
  Object.entries(FRAME_KEYS).map(([name, { keys }]) => [keys as string, name as FrameKeyName]),
)

export const frameKeyOf = (pressed: Pressed): FrameKeyName | null => BY_KEYS.get(writtenAs(pressed)) ?? null

/** These work in the middle of typing and over a dialog, too. */
export const worksEverywhere = (name: FrameKeyName): boolean => name === 'palette'
