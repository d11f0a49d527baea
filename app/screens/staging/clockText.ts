/** Seconds as m:ss, or h:mm:ss from an hour on. */
export function clockText(seconds: number): string {
  const whole = Math.floor(seconds)
  const [h, m, s] = [Math.floor(whole / 3600), Math.floor(whole / 60) % 60, whole % 60]
  const pad = (value: number) => String(value).padStart(2, '0')
  return h > 0 ? `${h}:${pad(m)}:${pad(s)}` : `${m}:${pad(s)}`
}

/** A usual span in words: "usually 1:00 to 2:00". */
export const spanText = (lowS: number, highS: number): string =>
  `usually ${clockText(lowS)} to ${clockText(highS)}`
