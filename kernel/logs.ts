/**
 * log₁₀ of four positive floats, within 2 × 10⁻⁷ of the greater of 1 and the value. The polynomial of the single precision
 * logarithm in the Cephes library (logf.c; its coefficients from memory, held against Math.log10 by a test).
 */
export function log10Four(x: v128): v128 {
  const bits = i32x4.sub(x, i32x4.splat(0x3f3504f3))
  const exponent = f32x4.convert_i32x4_s(i32x4.shr_s(bits, 23))
  const m = f32x4.sub(
    i32x4.add(v128.and(bits, i32x4.splat(0x7fffff)), i32x4.splat(0x3f3504f3)),
    f32x4.splat(1),
  )
  const z = f32x4.mul(m, m)
  let y = f32x4.splat(7.0376836292e-2)
  y = f32x4.add(f32x4.mul(y, m), f32x4.splat(-1.151461031e-1))
  y = f32x4.add(f32x4.mul(y, m), f32x4.splat(1.167699874e-1))
  y = f32x4.add(f32x4.mul(y, m), f32x4.splat(-1.2420140846e-1))
  y = f32x4.add(f32x4.mul(y, m), f32x4.splat(1.4249322787e-1))
  y = f32x4.add(f32x4.mul(y, m), f32x4.splat(-1.6668057665e-1))
  y = f32x4.add(f32x4.mul(y, m), f32x4.splat(2.0000714765e-1))
  y = f32x4.add(f32x4.mul(y, m), f32x4.splat(-2.4999993993e-1))
  y = f32x4.add(f32x4.mul(y, m), f32x4.splat(3.3333331174e-1))
  const natural = f32x4.add(m, f32x4.sub(f32x4.mul(f32x4.mul(y, m), z), f32x4.mul(f32x4.splat(0.5), z)))
  return f32x4.add(
    f32x4.mul(natural, f32x4.splat(0.43429448190325)),
    f32x4.mul(exponent, f32x4.splat(0.30102999566398)),
  )
}

/** For a test: the logarithms of four floats at `from`, written to `to`. */
export function logsOf(from: usize, to: usize): void {
  v128.store(to, log10Four(v128.load(from)))
}

/** J(ν) of four edges. Source: ITU-R P.526-15 eq. 31. */
export function edgeLossFour(nu: v128): v128 {
  const v = f32x4.sub(nu, f32x4.splat(0.1))
  const root = f32x4.sqrt(f32x4.add(f32x4.mul(v, v), f32x4.splat(1)))
  const loss = f32x4.add(f32x4.splat(6.9), f32x4.mul(f32x4.splat(20), log10Four(f32x4.add(root, v))))
  return v128.and(loss, f32x4.gt(nu, f32x4.splat(-0.78)))
}
