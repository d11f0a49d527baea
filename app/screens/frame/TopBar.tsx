import { CircleHelp, Command, Redo2, Ship, TriangleAlert, Undo2, Waypoints } from 'lucide-react'
import { Link } from 'react-router'
import { usePanel } from '../../hooks/usePanel'
import { useSite } from '../../hooks/useSite'
import { useSteps } from '../../hooks/useSteps'
import { OutboxMark } from './OutboxMark'
import { WhoMark } from './Who'
import { IconButton } from '../../components/IconButton'
import { ThemeSwitch } from '../../components/ThemeSwitch'

interface Props {
  onPalette: () => void
  onKeys: () => void
}

/** Always at hand: the site, undo and redo, the findings, a frame to follow, the palette. */
export function TopBar({ onPalette, onKeys }: Props) {
  const { site, revision, findings, steps } = useSite()
  const { panel, toggle } = usePanel()
  const { step, busy, problems } = useSteps()
  const stops = findings.filter(({ severity }) => severity === 'stop').length
  return (
    <header className="no-print bg-sheet">
      <div className="neatline" />
      <div className="flex items-center gap-1.5 border-b border-ink px-3 py-1.5">
        <Link to="/" className="button button-quiet" aria-label="All sites" title="All sites">
          <Ship size={18} aria-hidden />
        </Link>
        <p className="mr-auto min-w-0 truncate">
          <strong className="text-[1.08rem]">{site.name}</strong>{' '}
          <span className="caption">revision {revision}</span>
        </p>
        <OutboxMark />
        {problems.length > 0 && (
          <p role="alert" className="text-caution">
            {problems.map(({ message }) => message).join(' ')}
          </p>
        )}
        <IconButton
          label="Undo"
          tip={steps.undo ? `Undo: ${steps.undo}` : 'Nothing to undo'}
          disabled={busy || !steps.undo}
          onClick={() => step('undo')}
        >
          <Undo2 size={17} aria-hidden />
        </IconButton>
        <IconButton
          label="Redo"
          tip={steps.redo ? `Redo: ${steps.redo}` : 'Nothing to redo'}
          disabled={busy || !steps.redo}
          onClick={() => step('redo')}
        >
          <Redo2 size={17} aria-hidden />
        </IconButton>
        <button
          className={`button ${panel === 'follow' ? 'button-main' : ''}`}
          aria-pressed={panel === 'follow'}
          onClick={() => toggle('follow')}
        >
          <Waypoints size={16} aria-hidden /> <span className="max-md:sr-only">Follow a frame</span>
        </button>
        <button
          className={`button ${panel === 'findings' ? 'button-main' : ''}`}
          aria-pressed={panel === 'findings'}
          onClick={() => toggle('findings')}
        >
          <TriangleAlert
            size={16}
            aria-hidden
            className={stops > 0 && panel !== 'findings' ? 'text-caution' : ''}
          />
          <span className="md:hidden" aria-hidden>
            {findings.length}
          </span>
          <span className="max-md:sr-only">
            {findings.length === 0
              ? 'No findings'
              : `${findings.length} finding${findings.length === 1 ? '' : 's'}`}
          </span>
        </button>
        <IconButton
          label="Open the palette"
          tip="Palette (ctrl k)"
          className="button button-quiet max-md:hidden"
          onClick={onPalette}
        >
          <Command size={17} aria-hidden />
        </IconButton>
        <IconButton
          label="Show the keys"
          tip="Keys (?)"
          className="button button-quiet max-md:hidden"
          onClick={onKeys}
        >
          <CircleHelp size={17} aria-hidden />
        </IconButton>
        <WhoMark />
        <ThemeSwitch />
      </div>
    </header>
  )
}
