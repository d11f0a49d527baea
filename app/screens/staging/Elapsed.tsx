import { clockText, spanText } from './clockText'

interface Props {
  span: [lowS: number, highS: number] | null
  elapsedS: number
  late: boolean
}

/** Expected against actual: the usual span as a weak spot, the time so far as the line that moves through it. */
export function Elapsed({ span, elapsedS, late }: Props) {
  if (!span) return <p className="caption">for {clockText(elapsedS)}</p>
  const [lowS, highS] = span
  const scale = Math.max(highS * 1.25, elapsedS)
  const share = (seconds: number) => `${Math.min(100, (100 * seconds) / scale)}%`
  return (
    <div>
      <div className="relative h-2 border border-line bg-depth-1" aria-hidden>
        <div
          className="absolute inset-y-0 bg-depth-3"
          style={{ left: share(lowS), right: `calc(100% - ${share(highS)})` }}
        />
        <div
          className="absolute inset-y-0 left-0 border-r-[3px] border-ink"
          style={{ width: share(elapsedS) }}
        />
      </div>
      <p className={`${late ? 'font-medium text-caution' : 'caption'} !text-[0.82rem]`}>
        {spanText(lowS, highS)}, now {clockText(elapsedS)}
        {late ? '. Longer than usual.' : ''}
      </p>
    </div>
  )
}
