import type { ReactNode } from 'react'

export const Section = ({ title, children }: { title: string; children: ReactNode }) => (
  <section className="print-block">
    <h2 className="mb-1 border-b border-ink">{title}</h2>
    {children}
  </section>
)
