import { isEnterprise } from '../../plan'
import type { SecurityMode } from '../../plan'

/**
 * Signs that mean something in the code itself get a backslash before them. Source: the `WIFI:` scheme as Wi-Fi Alliance, WPA3
 * Specification 3.x, section 7.1 has it, and as camera readers take it: from memory.
 */
const escaped = (text: string): string => text.replace(/[\\;,":]/g, (sign) => `\\${sign}`)

/** What a camera reads to join: `WIFI:T:WPA;S:name;P:key;;`. Null where a code cannot say it: a login, or a key that is not known. */
export function wifiText({
  name,
  mode,
  key,
  isHidden,
}: {
  name: string
  mode: SecurityMode
  key: string | null
  isHidden: boolean
}): string | null {
  if (isEnterprise({ mode })) return null
  const hidden = isHidden ? 'H:true;' : ''
  if (mode === 'open') return `WIFI:T:nopass;S:${escaped(name)};${hidden};`
  if (key === null || key === '') return null
  return `WIFI:T:${mode === 'wep' ? 'WEP' : 'WPA'};S:${escaped(name)};P:${escaped(key)};${hidden};`
}
