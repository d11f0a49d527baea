import { useEffect, useEffectEvent, useRef } from 'react'
import { useNavigate } from 'react-router'
import { STAGES } from '~/core/guide/order/stageList'
import { usePanel } from '../../hooks/usePanel'
import { useSite } from '../../hooks/useSite'
import { useSteps } from '../../hooks/useSteps'
import { frameKeyOf, worksEverywhere } from './frameKeys'
import type { FrameKeyName } from './frameKeys'

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

  const acts: Record<FrameKeyName, () => void> = {
    palette: () => open('palette'),
    log: () => document.getElementById('log-line')?.focus(),
    follow: () => toggle('follow'),
    next: () => toFinding(1),
    previous: () => toFinding(-1),
    undo: () => step('undo'),
    redo: () => step('redo'),
    close: () => panel && set({ panel: null }),
    keys: () => open('keys'),
    go: () => {
      waitsForStage.current = true
    },
  }

  const onKey = useEffectEvent((event: KeyboardEvent) => {
    if (event.defaultPrevented) return
    const pressed = frameKeyOf(event)
    const isElsewhere = isTyping(event.target) || document.querySelector('[role="dialog"]') !== null
    if (isElsewhere && !(pressed && worksEverywhere(pressed))) return
    if (waitsForStage.current && !event.ctrlKey && !event.metaKey && !event.altKey) {
      waitsForStage.current = false
      const stage = STAGES.find(({ key }) => key === event.key)
      if (stage) void navigate(`/sites/${id}/${stage.stage}${panel ? `?panel=${panel}` : ''}`)
      return
    }
    if (!pressed) return
    event.preventDefault()
    acts[pressed]()
  })

  useEffect(() => {
    const listener = (event: KeyboardEvent) => onKey(event)
    window.addEventListener('keydown', listener)
    return () => window.removeEventListener('keydown', listener)
  }, [])
}
