/** Twelve hex digits with whatever between them are six pairs with colons. */
export function macFrom(typed: string): string {
  const digits = typed.toLowerCase().replace(/[^0-9a-z]/g, '')
  return /^[0-9a-f]{12}$/.test(digits) ? (digits.match(/../g) ?? []).join(':') : typed.trim()
}
