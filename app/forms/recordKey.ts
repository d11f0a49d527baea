const keys = new WeakMap<object, number>()
let last = 0

/**
 * A form's key by the record it is about: the same for as long as the record is as it was, since an edit leaves what it does not change the
 * same object. So a change elsewhere in the plan throws nothing away that is typed, and one of the record itself begins anew.
 */
export function recordKey(record: object): number {
  const known = keys.get(record) ?? ++last
  keys.set(record, known)
  return known
}
