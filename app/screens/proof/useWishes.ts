import { useState } from 'react'
import { servicesHere, testsHere } from '~/core/judge/proof'
import type { Helper } from '~/core/judge/proof'
import { useSite } from '../../hooks/useSite'

/** Who is asked from a place: what the plan gives, and whom the person names where it has nobody. */
export function useWishes(attachmentId: string | null) {
  const { site } = useSite()
  const [outside, onOutside] = useState('')
  const [name, onName] = useState('')
  const [helpers, setHelpers] = useState<Record<string, string>>({})
  const named = Object.entries(helpers).flatMap(([networkId, ip]): Helper[] =>
    ip.trim() === '' ? [] : [{ networkId, ip: ip.trim() }],
  )
  const wishes = { outside: outside.trim() === '' ? null : outside.trim(), helpers: named }
  const alone = attachmentId === null ? null : testsHere(site, attachmentId)
  return {
    wishes,
    name: name.trim() === '' ? null : name.trim(),
    services: attachmentId === null ? [] : servicesHere(site, attachmentId, name.trim() || null),
    tests: attachmentId === null ? null : testsHere(site, attachmentId, wishes),
    /** Asked of the plan alone: a field stays while it is filled in. */
    needs: alone?.ok ? alone.value.needs : [],
    fields: {
      outside,
      onOutside,
      name,
      onName,
      helpers,
      onHelper: (networkId: string, ip: string) => setHelpers((known) => ({ ...known, [networkId]: ip })),
    },
  }
}
