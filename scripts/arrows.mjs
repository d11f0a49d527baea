/** Which of our own folders each folder may import from. The lint rule and a test both read this. */
export const ARROWS = {
  core: [],
  schema: ['core'],
  field: ['core'],
  store: ['core'],
  app: ['core', 'schema', 'field', 'store', 'demo'],
  cli: ['core', 'schema'],
  demo: ['core', 'schema', 'store'],
}
