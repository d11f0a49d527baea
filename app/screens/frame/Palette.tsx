import { Command } from 'cmdk'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { usePanel } from '../../hooks/usePanel'
import { usePlanEdit } from '../../hooks/usePlanEdit'
import { useSite } from '../../hooks/useSite'
import { useSteps } from '../../hooks/useSteps'
import { Dialog } from '../../components/Dialog'
import { GLOSSARY } from './glossary'
import type { Term } from './glossary'
import { paletteRank } from './paletteRank'

interface Entry {
  group: string
  label: string
  run: () => void
}

/** Everything that can be done, by name. */
export const Palette = ({ open, onClose }: { open: boolean; onClose: () => void }) => (
  <Dialog open={open} onClose={onClose} title="Palette" says="Type a few letters of what you want.">
    <Choice onClose={onClose} />
  </Dialog>
)

/** There while the palette is open: what it lists is much, and follows the plan. */
function Choice({ onClose }: { onClose: () => void }) {
  const [term, setTerm] = useState<Term | null>(null)
  const entries = useEntries(setTerm)
  const groups = [...new Set(entries.map(({ group }) => group))]
  return (
    <>
      {term && (
        <dl className="sheet mb-2 px-3 py-2" role="status">
          <dt className="font-semibold">{term.term}</dt>
          <dd>{term.says}</dd>
        </dl>
      )}
      <Command
        label="Palette"
        loop
        filter={(value, typed) => paletteRank(value.slice(value.indexOf(PART) + PART.length), typed)}
      >
        <Command.Input
          autoFocus
          className="field mb-2"
          placeholder="go, undo, mend, a device, a network, a word"
        />
        <Command.List className="max-h-[50vh] overflow-y-auto">
          <Command.Empty className="p-3 text-soft">Nothing by that name.</Command.Empty>
          {groups.map((group) => (
            <Command.Group key={group} heading={group} className="[&_[cmdk-group-heading]]:caption">
              {entries
                .filter((entry) => entry.group === group)
                .map((entry) => (
                  <Command.Item
                    key={entry.label}
                    value={`${group}${PART}${entry.label}`}
                    className="cursor-pointer px-3 py-1.5 data-[selected=true]:bg-depth-2"
                    onSelect={() => {
                      if (group !== WORDS) onClose()
                      entry.run()
                    }}
                  >
                    {entry.label}
                  </Command.Item>
                ))}
            </Command.Group>
          ))}
        </Command.List>
      </Command>
    </>
  )
}

/** Between a group and its label; no group's name has it. */
const PART = ' › '
const WORDS = 'Words'

function useEntries(explain: (term: Term) => void): Entry[] {
  const { id, site, findings, steps, progress } = useSite()
  const { toggle } = usePanel()
  const { step } = useSteps()
  const { mend } = usePlanEdit()
  const navigate = useNavigate()
  const go = (to: string) => () => void navigate(`/sites/${id}/${to}`)
  return [
    ...progress.map(({ stage, name }) => ({ group: 'Go to', label: name, run: go(stage) })),
    { group: 'Go to', label: 'Jobs: what is to be done?', run: go('jobs') },
    { group: 'Go to', label: 'Parts: the shop and the van', run: go('parts') },
    { group: 'Go to', label: 'All sites', run: () => void navigate('/') },
    { group: 'Do', label: 'Follow a frame', run: () => toggle('follow') },
    { group: 'Do', label: 'Show the findings', run: () => toggle('findings') },
    ...(steps.undo ? [{ group: 'Do', label: `Undo: ${steps.undo}`, run: () => step('undo') }] : []),
    ...(steps.redo ? [{ group: 'Do', label: `Redo: ${steps.redo}`, run: () => step('redo') }] : []),
    ...findings.flatMap((finding) =>
      finding.mend
        ? [{ group: 'Mend', label: `${finding.code}: ${finding.mend}`, run: () => mend(finding.id) }]
        : [],
    ),
    ...site.networks.map(({ id: networkId, name }) => ({
      group: 'Networks',
      label: name,
      run: go(`networks?network=${networkId}`),
    })),
    ...site.devices.map(({ id: deviceId, name }) => ({
      group: 'Devices',
      label: name,
      run: go(`ports?device=${deviceId}&edit=device`),
    })),
    ...GLOSSARY.map((term) => ({ group: WORDS, label: term.term, run: () => explain(term) })),
  ]
}
