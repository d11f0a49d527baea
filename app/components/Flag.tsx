import { flagOf } from '~/core/record/figure/flag'

interface Props {
  vlanId: number
  /** Shown beside the flag; the flag alone never stands for a network. */
  label?: string
  size?: number
}

/** The two-tone flag of a VLAN, always with its number or name. */
export function Flag({ vlanId, label, size = 18 }: Props) {
  return (
    <span className="inline-flex items-center gap-1.5 whitespace-nowrap">
      <FlagCloth vlanId={vlanId} size={size} />
      {/* The words, not the flag, stand on the line of what is beside them. */}
      <span className="self-baseline">{label ?? <span className="figures">{vlanId}</span>}</span>
    </span>
  )
}

export function FlagCloth({ vlanId, size = 18 }: { vlanId: number; size?: number }) {
  const { field, charge, path } = flagOf(vlanId)
  return (
    <svg
      width={(size * 4) / 3}
      height={size}
      viewBox="0 0 24 18"
      aria-hidden="true"
      className="flag shrink-0"
    >
      <rect x="0.5" y="0.5" width="23" height="17" fill={field} />
      <path d={path} fill={charge} />
      <rect x="0.5" y="0.5" width="23" height="17" fill="none" stroke="var(--ink)" strokeWidth="1" />
    </svg>
  )
}
