import { Check, Package, Wrench } from 'lucide-react'
import { useEffect, useRef } from 'react'
import type { ReactNode } from 'react'
import { NavLink, useLocation, useSearchParams } from 'react-router'
import type { StageProgress } from '~/core/guide/order'
import { useSite } from '../../hooks/useSite'

/** The stages in the order of the work, marked along a line: filled as far as the work is done. */
export function WorkSteps() {
  const { progress } = useSite()
  const strip = useRef<HTMLElement>(null)
  const { pathname } = useLocation()
  // On a phone the stages stand side by side: where one is comes into view.
  useEffect(() => {
    strip.current
      ?.querySelector('[aria-current="page"]')
      ?.scrollIntoView({ block: 'nearest', inline: 'center' })
  }, [pathname])
  const firstOpen = progress.findIndex(({ done }) => !done)
  return (
    <nav
      aria-label="Stages"
      ref={strip}
      className="no-print shrink-0 overflow-x-auto border-r border-ink bg-sheet max-md:flex max-md:border-b md:w-[196px]"
    >
      <ol className="flex py-2 md:flex-col">
        {progress.map((stage, i) => (
          <Rung
            key={stage.stage}
            mark={i + 1}
            stage={stage}
            wet={firstOpen === -1 || i < firstOpen}
            first={i === 0}
            last={i === progress.length - 1}
          />
        ))}
      </ol>
      <Beside to="jobs" name="Jobs" says="a few answers, a plan" icon={<Wrench size={18} />} />
      <Beside to="parts" name="Parts" says="for the shop and the van" icon={<Package size={18} />} />
    </nav>
  )
}

/** What goes along with the whole work, and is no stage of it. */
const Beside = ({ to, name, says, icon }: { to: string; name: string; says: string; icon: ReactNode }) => (
  <NavLink
    to={to}
    className={({ isActive }) =>
      `flex items-center gap-3 border-t border-line px-3 py-2 max-md:items-start max-md:border-t-0 max-md:border-l max-md:py-4.5 ${isActive ? 'bg-depth-2 font-semibold' : 'hover:bg-depth-1'}`
    }
  >
    <span aria-hidden className="grid w-[27px] shrink-0 place-items-center max-md:hidden">
      {icon}
    </span>
    <span>
      <span className="block leading-tight">{name}</span>
      <span className="caption block font-normal max-md:hidden">{says}</span>
    </span>
  </NavLink>
)

interface RungProps {
  mark: number
  stage: StageProgress
  wet: boolean
  first: boolean
  last: boolean
}

function Rung({ mark, stage, wet, first, last }: RungProps) {
  const [search] = useSearchParams()
  const kept = search.get('panel') ? `?panel=${search.get('panel')}` : ''
  const open = stage.open.stop + stage.open.fix + stage.open.note
  return (
    <li className="relative">
      <span
        aria-hidden
        className={`absolute left-[25px] max-md:hidden ${wet ? 'lead-line-wet' : 'lead-line'} ${first ? 'top-1/2' : 'top-0'} ${last ? 'bottom-1/2' : 'bottom-0'}`}
      />
      <NavLink
        to={`${stage.stage}${kept}`}
        className={({ isActive }) =>
          `relative flex items-center gap-3 px-3 py-2.5 ${isActive ? 'bg-depth-2 font-semibold' : 'hover:bg-depth-1'}`
        }
      >
        <span
          aria-hidden
          className={`grid size-[27px] shrink-0 place-items-center rounded-full border-[1.5px] border-ink figures text-[0.86rem] max-md:hidden ${stage.done ? 'bg-depth-5 text-on-ink' : 'bg-sheet'}`}
        >
          {stage.done ? <Check size={15} /> : mark}
        </span>
        <span className="min-w-0">
          <span className="block leading-tight">{stage.name}</span>
          <span className="caption block truncate font-normal max-md:hidden">{stage.says}</span>
          {open > 0 && <OpenFindings stage={stage} />}
        </span>
      </NavLink>
    </li>
  )
}

function OpenFindings({ stage: { open } }: { stage: StageProgress }) {
  const parts = (['stop', 'fix', 'note'] as const)
    .filter((severity) => open[severity] > 0)
    .map((severity) => `${open[severity]} ${severity}`)
  return (
    <span
      className={`block text-[0.86rem] font-medium max-md:whitespace-nowrap ${open.stop > 0 ? 'text-caution' : 'text-ink'}`}
    >
      {parts.join(', ')}
    </span>
  )
}
