import { bad, good } from '~/core/lib/outcome'
import type { Outcome, Problem } from '~/core/lib/outcome'
import type { Direction, LinkUnderTest } from '~/core/judge/proof'

const MOST_MBPS = 400_000

interface Fields {
  medium: string
  linkMbps: string
  baselineMbps: string
}

/** The link under test from the form's own texts. */
export function readLink({ medium, linkMbps, baselineMbps }: Fields): Outcome<LinkUnderTest> {
  const problems: Problem[] = []
  if (medium !== 'wired' && medium !== 'radio')
    problems.push({
      path: ['medium'],
      code: 'choice',
      message: `medium is “${medium}”. Accepted: wired, radio.`,
    })
  const rate = (field: string, text: string): number => {
    const value = Number(text)
    if (text.trim() !== '' && Number.isFinite(value) && value > 0 && value <= MOST_MBPS) return value
    problems.push({
      path: [field],
      code: 'rate',
      message: `${field} is “${text}”. A rate in Mbit/s above 0 and up to ${MOST_MBPS} is expected.`,
    })
    return 0
  }
  const link = rate('linkMbps', linkMbps)
  const baseline = baselineMbps.trim() === '' ? null : rate('baselineMbps', baselineMbps)
  if (problems.length > 0) return bad(...problems)
  return good({ medium: medium === 'wired' ? 'wired' : 'radio', linkMbps: link, baselineMbps: baseline })
}

/** Which way a test went, where the person says it: empty for “as the file says”. */
export function readWay(way: string): Outcome<Direction | null> {
  if (way === '' || way === 'up' || way === 'down') return good(way === '' ? null : way)
  return bad({ path: ['way'], code: 'choice', message: `way is “${way}”. Accepted: up, down, or nothing.` })
}
