import { useEffect, useEffectEvent, useRef } from 'react'
import { useNavigate } from 'react-router'
import { STAGES } from '~/core/guide/order'
import { usePanel } from '../../hooks/usePanel'
import { useSite } from '../../hooks/useSite'
import { useSteps } from '../../hooks/useSteps'

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable ||
    ['INPUT', 'TEXTAREA', 'SELECT'].includes(target.tagName) ||
    target.closest('[role="combobox"], [role="listbox"], [role="menu"]') !== null)

/** The keys that work on every stage. Typing in a field is left alone. */
export function useFrameKeys(open: (overlay: 'palette' | 'keys') => void): void {
  const { id, findings } = useSite()
  const { panel, toggle, set, search } = usePanel()
  const { step } = useSteps()
  const navigate = useNavigate()
  const waitsForStage = useRef(false)
  /** The finding last gone to: ahead of the address when keys come faster than pages. */
  const atFinding = useRef<string | null>(null)

  const toFinding = (by: 1 | -1) => {
    if (findings.length === 0) return
    const at = findings.findIndex((finding) => finding.id === (atFinding.current ?? search.get('finding')))
    const next = findings[(at + by + findings.length + (at === -1 && by === -1 ? 1 : 0)) % findings.length]
    if (!next) return
    atFinding.current = next.id
    set({ panel: 'findings', finding: next.id })
    requestAnimationFrame(() =>
      document.querySelector(`[data-finding="${CSS.escape(next.id)}"]`)?.scrollIntoView({ block: 'nearest' }),
    )
  }

  const plain: Record<string, () => void> = {
    l: () => document.getElementById('log-line')?.focus(),
    f: () => toggle('follow'),
    n: () => toFinding(1),
    p: () => toFinding(-1),
    '?': () => open('keys'),
    g: () => {
      waitsForStage.current = true
    },
    Escape: () => panel && set({ panel: null }),
  }

  const onKey = useEffectEvent((event: KeyboardEvent) => {
    if (event.defaultPrevented) return
    const command = event.ctrlKey || event.metaKey
    if (command && event.key.toLowerCase() === 'k') {
      event.preventDefault()
      return open('palette')
    }
    if (isTyping(event.target) || document.querySelector('[role="dialog"]')) return
    if (command && event.key.toLowerCase() === 'z') {
      event.preventDefault()
      return step(event.shiftKey ? 'redo' : 'undo')
    }
    if (command || event.altKey) return
    if (waitsForStage.current) {
      waitsForStage.current = false
      const stage = STAGES.find(({ key }) => key === event.key)
      if (stage) void navigate(`/sites/${id}/${stage.stage}${panel ? `?panel=${panel}` : ''}`)
      return
    }
    const act = plain[event.key]
    if (act) {
      event.preventDefault()
      act()
    }
  })

  useEffect(() => {
    const listener = (event: KeyboardEvent) => onKey(event)
    window.addEventListener('keydown', listener)
    return () => window.removeEventListener('keydown', listener)
  }, [])
}
