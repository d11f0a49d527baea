import type { Led } from '~/core/world'
import type { DeviceSheet } from '~/field'

const WORD: Record<Led, string> = {
  dark: 'dark',
  steady: 'steady',
  slow: 'slow flash',
  quick: 'quick flash',
}
const MOTION: Record<Led, string> = {
  dark: 'opacity-15',
  steady: '',
  slow: 'led-slow',
  quick: 'led-quick',
}

interface Props {
  leds: { power: Led; status: Led; radios?: DeviceSheet['leds']['radios'] }
  size?: number
}

/**
 * A device as a LED on a chart: the star is its power, the flare its status, the arcs its radios. Its character is
 * written below, as charts write it.
 */
export function LedMark({ leds: { power, status, radios = [] }, size = 52 }: Props) {
  const says = [
    `power ${WORD[power]}`,
    `status ${WORD[status]}`,
    ...radios.map(({ band, on }) => `${band} GHz ${on ? 'on the air' : 'off'}`),
  ].join(', ')
  return (
    <svg
      width={size}
      height={(size * 44) / 52}
      viewBox="0 0 52 44"
      role="img"
      aria-label={says}
      className="shrink-0"
    >
      <title>{says}</title>
      {radios.map(({ band, on }, i) => (
        <path
          key={band}
          d={`M ${20 - 8 * (i + 1)} 30 A ${9 * (i + 1)} ${9 * (i + 1)} 0 0 0 ${20 + 8 * (i + 1)} 30`}
          fill="none"
          stroke="var(--depth-5)"
          strokeWidth="2"
          strokeDasharray={on ? undefined : '1 4'}
          opacity={on ? 1 : 0.45}
        />
      ))}
      <path
        d="M22 20 C 30 10, 42 4, 50 6 C 46 14, 36 22, 22 20 Z"
        fill="var(--caution)"
        className={MOTION[status]}
      />
      <path
        d="M20 14 L21.8 18.6 L26.6 18.8 L22.9 21.9 L24.2 26.6 L20 24 L15.8 26.6 L17.1 21.9 L13.4 18.8 L18.2 18.6 Z"
        fill={power === 'dark' ? 'none' : 'var(--ink)'}
        stroke="var(--ink)"
        strokeWidth="1.2"
      />
    </svg>
  )
}
