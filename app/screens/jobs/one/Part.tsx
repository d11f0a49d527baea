import type { ReactNode } from 'react'
import type { Choice } from '~/core/guide/jobs'
import type { Reason } from '~/core/guide/proposals'

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

/** What is worked out, and why. */
export const Reasons = ({ reasons }: { reasons: readonly Reason[] }) => (
  <dl className="grid grid-cols-[minmax(8rem,auto)_1fr] gap-x-4 gap-y-1">
    {reasons.map(({ about, says }, i) => (
      <div key={i} className="contents">
        <dt className="font-medium">{about}</dt>
        <dd>{says}</dd>
      </div>
    ))}
  </dl>
)

/** Methods with what each gives and costs. */
export const Methods = ({ choices }: { choices: readonly Choice[] }) => (
  <ul className="space-y-1">
    {choices.map(({ label, gives, costs }) => (
      <li key={label}>
        <span className="font-medium">{label}.</span> {gives} <span className="text-soft">{costs}</span>
      </li>
    ))}
  </ul>
)
