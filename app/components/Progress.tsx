import { Progress as Radix } from 'radix-ui'

interface Props {
  label: string
  /** 0 to 1; null: under way, and nobody knows how far. */
  share: number | null
  className?: string
}

/** How far long work is. */
export function Progress({ label, share, className = 'w-28' }: Props) {
  return (
    <Radix.Root
      aria-label={label}
      value={share === null ? null : Math.round(share * 100)}
      className={`progress ${className}`}
    >
      <Radix.Indicator
        className={share === null ? 'progress-open' : 'progress-bar'}
        style={share === null ? undefined : { width: `${Math.round(share * 100)}%` }}
      />
    </Radix.Root>
  )
}
