import type { Block, Cell, RecordDoc, RichCell, Section, Signature } from '~/core/record'
import { Flag } from '../../../components/Flag'
import { FigureView } from '../../../components/FigureView'
import { WhenSeen } from '../../../components/WhenSeen'

/** The record on the page: the same values as in its PDF. */
export function RecordView({ record }: { record: RecordDoc }) {
  const { siteName, place, facts, chart, chartSays, sections } = record
  return (
    <article
      aria-label="The record"
      className="sheet mx-auto max-w-5xl space-y-6 px-8 py-6 max-md:px-3 print:max-w-none print:border-0 print:p-0"
    >
      <header className="border-2 border-ink p-1">
        <div className="border border-ink p-4">
          <h1>{siteName}</h1>
          <p>{place}</p>
          <dl className="mt-3 grid gap-x-6 gap-y-0.5 text-[0.93rem] sm:grid-cols-2">
            {facts.map(([name, value]) => (
              <div key={name} className="grid grid-cols-[10rem_1fr] gap-2">
                <dt className="text-soft">{name}</dt>
                <dd className="font-medium">{value}</dd>
              </div>
            ))}
          </dl>
        </div>
      </header>
      {chart && (
        <figure className="mx-auto max-w-3xl">
          <FigureView figure={chart} />
          <figcaption className="caption pt-1">{chartSays}</figcaption>
        </figure>
      )}
      <nav aria-label="Sections of the record" className="no-print columns-2 text-[0.93rem] md:columns-3">
        {sections.map(({ id, title }) => (
          <a key={id} href={`#record-${id}`} className="block underline decoration-dotted underline-offset-4">
            {title}
          </a>
        ))}
      </nav>
      {sections.map((section, i) => (
        <SectionView
          key={section.id}
          section={section}
          isLate={rowsIn(sections.slice(0, i + 1)) > MOST_ROWS_AT_ONCE}
        />
      ))}
    </article>
  )
}

/** So many rows of tables are drawn with the page; what comes after is drawn when it is come to. */
const MOST_ROWS_AT_ONCE = 600
const ROW_PX = 30

const rowsOf = (block: Block): number =>
  block.kind === 'table' ? block.rows.length : block.kind === 'list' ? block.items.length : 1

const rowsIn = (sections: readonly Section[]): number =>
  sections.flatMap(({ blocks }) => blocks).reduce((sum, block) => sum + rowsOf(block), 0)

/** One section of a record, wherever it is shown. */
export const SectionView = ({
  section: { id, title, blocks },
  isLate = false,
}: {
  section: Section
  isLate?: boolean
}) => (
  <section id={`record-${id}`} aria-labelledby={`record-${id}-title`} className="print-block scroll-mt-4">
    <h2 id={`record-${id}-title`} className="mb-1 border-b-2 border-ink">
      {title}
    </h2>
    <div className="space-y-3">
      {blocks.map((block, i) =>
        isLate && block.kind === 'table' ? (
          <WhenSeen
            key={i}
            heightPx={rowsOf(block) * ROW_PX}
            says={`${block.title || title}: ${rowsOf(block)} rows`}
          >
            {() => <BlockView block={block} section={title} />}
          </WhenSeen>
        ) : (
          <BlockView key={i} block={block} section={title} />
        ),
      )}
    </div>
  </section>
)

const TONE: Record<NonNullable<RichCell['tone']>, string> = {
  soft: 'text-soft',
  strong: 'font-semibold',
  caution: 'font-medium text-caution',
}

function BlockView({ block, section }: { block: Block; section: string }) {
  switch (block.kind) {
    case 'text':
      return <p className={block.tone && TONE[block.tone]}>{block.text}</p>
    case 'list':
      return (
        <ul className="list-disc space-y-0.5 pl-5">
          {block.items.map((item) => (
            <li key={item}>{item}</li>
          ))}
        </ul>
      )
    case 'table':
      return <TableView table={block} section={section} />
    case 'figure':
      return (
        <figure className="overflow-x-auto" tabIndex={0} aria-label={`${section}: ${block.title}`}>
          <FigureView figure={block.figure} leastScale={block.figure.isFramed ? 0 : 0.6} />
          <figcaption className="caption">{block.title}</figcaption>
        </figure>
      )
    case 'signatures':
      return <SignaturesView lines={block.lines} />
  }
}

function TableView({ table, section }: { table: Extract<Block, { kind: 'table' }>; section: string }) {
  const { title, columns, rows, empty } = table
  if (rows.length === 0)
    return (
      <p>
        {title && <strong>{title}. </strong>}
        <span className="text-soft">{empty}</span>
      </p>
    )
  return (
    <div className="overflow-x-auto" tabIndex={0} role="group" aria-label={title || section}>
      <table className="plain">
        {title && <caption className="py-1 text-left font-semibold">{title}</caption>}
        <thead>
          <tr>
            {columns.map((column) => (
              <th key={column.title} className={column.align === 'right' ? 'num' : ''}>
                {column.title}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, i) => (
            <tr key={i}>
              {row.map((cell, n) => (
                <td
                  key={n}
                  className={[
                    columns[n]?.align === 'right' ? 'num figures' : '',
                    columns[n]?.isCode ? 'figures' : '',
                  ].join(' ')}
                >
                  <CellView cell={cell} />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}

function CellView({ cell }: { cell: Cell }) {
  if (typeof cell === 'string') return <>{cell}</>
  const { text, tone, flags } = cell
  return (
    <span className={tone && TONE[tone]}>
      {text}
      {flags && flags.length > 0 && (
        <span className="flex flex-wrap gap-x-2">
          {flags.map(({ vlanId, label }) => (
            <Flag key={vlanId} vlanId={vlanId} label={label} size={12} />
          ))}
        </span>
      )}
    </span>
  )
}

const SignaturesView = ({ lines }: { lines: readonly Signature[] }) => (
  <div className="grid gap-10 sm:grid-cols-2">
    {lines.map(({ role, name, at, strokes }) => (
      <div key={role}>
        <svg viewBox="0 0 1 0.4" className="block h-20 w-full" role="img" aria-label={`Signature: ${role}`}>
          {strokes.map((stroke, i) => (
            <polyline
              key={i}
              points={stroke.map((point) => point.join(',')).join(' ')}
              fill="none"
              stroke="var(--ink)"
              strokeWidth="0.006"
            />
          ))}
        </svg>
        <p className="font-semibold">{[name, at].filter(Boolean).join(', ')}</p>
        <p className="border-t border-ink pt-1 text-soft">{name ? role : `${role} (name, date)`}</p>
      </div>
    ))}
  </div>
)
