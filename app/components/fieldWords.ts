/** Units as they end a field's name in code, and as they are written. */
const UNITS: Record<string, string> = {
  Mbps: 'Mbit/s',
  Mhz: 'MHz',
  Dbm: 'dBm',
  Dbi: 'dBi',
  Db: 'dB',
  Deg: '°',
  Mm: 'mm',
  M: 'm',
  W: 'W',
}

const UNIT = new RegExp(`(${Object.keys(UNITS).join('|')})$`)
const SHORT = /^(ip|mac|poe|vlan|vlans|ssid|id)$/

/** A field's name in words: `speedMbps` is "speed, Mbit/s", `taggedVlans` "tagged VLANs". */
export function fieldWords(field: string): string {
  const unit = UNIT.exec(field)?.[1]
  const bare = unit ? field.slice(0, -unit.length) : field
  const words = bare
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase()
    .split(' ')
    .map((word) =>
      SHORT.test(word) ? word.toUpperCase().replace('VLANS', 'VLANs').replace('POE', 'PoE') : word,
    )
    .join(' ')
  return unit && bare !== '' ? `${words}, ${UNITS[unit] ?? unit}` : words
}
