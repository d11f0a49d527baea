import type { Problem } from '~/core/lib/outcome'

export type LaptopAnswer<T> = ({ ok: true } & T) | { ok: false; problems: Problem[] }

/** Asks the machine that Yard Beacon runs on for what it reads or hears. */
export async function askLaptop<T>(siteId: string, body: object): Promise<LaptopAnswer<T>> {
  try {
    const answer = await fetch(`/sites/${siteId}/here`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    })
    return (await answer.json()) as LaptopAnswer<T>
  } catch {
    const message = 'Yard Beacon did not answer. Is it still running on this laptop?'
    return { ok: false, problems: [{ path: [], code: 'here.gone', message }] }
  }
}
