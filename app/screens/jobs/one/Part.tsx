import type { ReactNode } from 'react'

/** A part of what a job would make, under its heading. */
export const Part = ({
  title,
  isCaution,
  children,
}: {
  title: string
  isCaution?: boolean
  children: ReactNode
}) => (
  <section className={`sheet min-w-0 p-4 ${isCaution ? 'border-l-4 border-l-caution' : ''}`}>
    <h2 className="mb-2">{title}</h2>
    {children}
  </section>
)

export const List = ({ items, isOrdered }: { items: readonly string[]; isOrdered?: boolean }) => {
  const Tag = isOrdered ? 'ol' : 'ul'
  return (
    <Tag className={`space-y-0.5 pl-6 ${isOrdered ? 'list-decimal' : 'list-disc'}`}>
      {items.map((item, i) => (
        <li key={i}>{item}</li>
      ))}
    </Tag>
  )
}
