/** Complex numbers as pairs, for the few formulas that need them. */
export type Complex = readonly [re: number, im: number]

export const plus = (a: Complex, b: Complex): Complex => [a[0] + b[0], a[1] + b[1]]
export const minus = (a: Complex, b: Complex): Complex => [a[0] - b[0], a[1] - b[1]]
export const times = (a: Complex, b: Complex): Complex => [
  a[0] * b[0] - a[1] * b[1],
  a[0] * b[1] + a[1] * b[0],
]
export function over(a: Complex, b: Complex): Complex {
  const size = b[0] * b[0] + b[1] * b[1]
  return [(a[0] * b[0] + a[1] * b[1]) / size, (a[1] * b[0] - a[0] * b[1]) / size]
}
/** The root with a real part that is not negative. */
export function root([re, im]: Complex): Complex {
  const size = Math.hypot(re, im)
  const real = Math.sqrt(Math.max(0, (size + re) / 2))
  const imaginary = Math.sqrt(Math.max(0, (size - re) / 2))
  return [real, im < 0 ? -imaginary : imaginary]
}
export function exp([re, im]: Complex): Complex {
  const size = Math.exp(re)
  return [size * Math.cos(im), size * Math.sin(im)]
}
export const absolute = ([re, im]: Complex): number => Math.hypot(re, im)
