const NAMES = [
  'process',
  'console',
  'URL',
  'fetch',
  'setTimeout',
  'clearTimeout',
  'setInterval',
  'clearInterval',
  'window',
  'document',
  'HTMLElement',
]

/** Names that lint need not ask about: TypeScript checks the rest. */
export default Object.fromEntries(NAMES.map((name) => [name, 'readonly']))
