import type { Entry } from './entry'

/** Mistakes of feeding devices by radio. Common practice, no source, unless a rule names a standard. */
export const BACKHAUL_MISTAKES = {
  'BKH-1': {
    mistake: 'Parent takes no children, or child may not seek',
    why: 'The child is never found over the air.',
    todo: 'Switch both on.',
    severity: 'stop',
    stage: 'backhaul',
  },
  'BKH-2': {
    mistake: 'Parent too weak, too many hops, or too many children',
    why: 'Slow, and it drops when somebody opens a door.',
    todo: 'Choose a louder parent, put a node between, or lay a cable.',
    severity: 'fix',
    stage: 'backhaul',
  },
  'BKH-3': {
    mistake: 'Parent left to choice, and the poor one chosen',
    why: 'Slow for no reason that anybody can see.',
    todo: 'Pin the better one.',
    severity: 'fix',
    stage: 'backhaul',
  },
  'BKH-4': {
    mistake: 'By radio where a cable could run',
    why: 'Both devices and all their clients lose airtime for every bit.',
    todo: 'Lay the cable, or write down why not.',
    severity: 'note',
    stage: 'backhaul',
  },
  'BKH-5': {
    mistake: 'The two ends of a link differ in name, key, cipher or mode',
    why: 'It never registers.',
    todo: 'Compare both ends side by side; case counts.',
    severity: 'stop',
    stage: 'backhaul',
  },
  'BKH-6': {
    mistake: 'The far end’s channel set by hand, or another width',
    why: 'It never registers: the far end has no channel of its own.',
    todo: 'Let the far end follow, with the same width.',
    severity: 'stop',
    stage: 'backhaul',
  },
  'BKH-7': {
    mistake: 'Bridge shown to people, or with their key',
    why: 'Strangers on the bridge, behind every lock.',
    todo: 'Hide its name, and give it a key of its own.',
    severity: 'fix',
    stage: 'backhaul',
  },
  'BKH-8': {
    mistake: 'Path of a bridge not clear',
    why: 'The rate swings with tide, leaves and cranes.',
    todo: 'Raise or move an end until six tenths of the first Fresnel zone are clear.',
    severity: 'fix',
    stage: 'backhaul',
  },
} as const satisfies Record<string, Entry>
