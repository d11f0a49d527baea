import { Toast as Radix } from 'radix-ui'
import { useState } from 'react'

interface Props {
  /** The newest thing that was done, by an id of its own; null: nothing yet. */
  news: { id: string; says: string } | null
}

/** Says for a moment what was done, and reads it to those who do not see it. */
export function Toasts({ news }: Props) {
  const [closed, setClosed] = useState<string | null>(news?.id ?? null)
  return (
    <Radix.Provider duration={4000} swipeDirection="down" label="What was done">
      {news && (
        <Radix.Root
          key={news.id}
          open={closed !== news.id}
          onOpenChange={(open) => !open && setClosed(news.id)}
          className="sheet no-print px-4 py-2 shadow-lg"
        >
          <Radix.Description>{news.says}</Radix.Description>
        </Radix.Root>
      )}
      <Radix.Viewport className="fixed bottom-14 left-1/2 z-50 -translate-x-1/2" />
    </Radix.Provider>
  )
}
