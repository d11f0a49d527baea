import { useEffect, useRef, useState } from 'react'
import type { ReactNode } from 'react'
import { usePrinting } from '../hooks/usePrinting'

interface Props {
  /** What it will take about, in pixels: the page keeps the room. */
  heightPx: number
  /** Said in its place until then. */
  says: string
  children: () => ReactNode
}

/** How far ahead of the view it is drawn, in pixels. */
const AHEAD = '900px'

/** Draws its children when they come near the view, or go on paper. For the long parts of large documents. */
export function WhenSeen({ heightPx, says, children }: Props) {
  const place = useRef<HTMLDivElement>(null)
  const [isSeen, setSeen] = useState(false)
  const isPrinting = usePrinting()
  useEffect(() => {
    if (isSeen || !place.current) return
    const watch = new IntersectionObserver(
      (entries) => entries.some(({ isIntersecting }) => isIntersecting) && setSeen(true),
      { rootMargin: AHEAD },
    )
    watch.observe(place.current)
    return () => watch.disconnect()
  }, [isSeen])
  if (isSeen || isPrinting) return <>{children()}</>
  return (
    <div ref={place} style={{ height: heightPx }} className="text-soft">
      {says}
    </div>
  )
}
