/** Mistakes of order: each is safe at its end, and not on the way. What it leads to, and what to do instead. */
export const ORDER_CODES = {
  'ORD-1': {
    means: 'A second box is cabled before its address server is off.',
    instead: 'Address server off, address moved, then the cable.',
  },
  'ORD-2': {
    means: 'It was applied on the near side first, and the far side is lost: a trip.',
    instead: 'The far side first.',
  },
  'ORD-3': {
    means: 'It was applied half-way instead of saved until it is complete: the laptop is locked out.',
    instead: 'Save all of it, then apply; or stand where it does not matter.',
  },
  'ORD-4': {
    means: 'A cable is pulled or power is cut while a device is taking its settings: a half-configured box.',
    instead: 'Leave cable and power of what takes the settings alone until it shows that it runs.',
  },
  'ORD-5': {
    means: 'A wait is judged stuck too soon: a reset for nothing.',
    instead: 'Wait as long as nine in ten take, and look at its light and the list meanwhile.',
  },
} as const

export type OrderCode = keyof typeof ORDER_CODES
