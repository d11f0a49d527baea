import { useState } from 'react'
import { MOST_WALLS, wallsFromDxf } from '~/core/formats'
import type { DxfDrawing, LayerChoice } from '~/core/formats'
import type { Problem } from '~/core/lib/outcome'
import { MATERIALS, materialOf } from '~/core/radio/propagation'
import type { Level } from '~/core/plan'
import { Problems } from '../../components/Problems'
import { CheckInput, NumberInput, SelectInput } from '../../components/inputs'
import { newId } from '../../hooks/newId'
import { usePlanEdit } from '../../hooks/usePlanEdit'
import { useJob } from '../../hooks/useJob'
import type { DrawingService } from '../../workers/drawing.worker'
import { drawingThread } from '../../workers/starts'
import { FilePick } from './FilePick'

const UNITS = [
  { value: '0.001', label: 'millimetres' },
  { value: '0.01', label: 'centimetres' },
  { value: '0.1', label: 'decimetres' },
  { value: '1', label: 'metres' },
  { value: '0.0254', label: 'inches' },
  { value: '0.3048', label: 'feet' },
  { value: '0.9144', label: 'yards' },
]
/** The usual units, and the drawing's own where it is none of them. */
const unitChoices = ({ metresPerUnit, unitName }: DxfDrawing) =>
  metresPerUnit === null || unitName === null || UNITS.some(({ value }) => Number(value) === metresPerUnit)
    ? UNITS
    : [...UNITS, { value: String(metresPerUnit), label: unitName }]

/** Walls from a DXF: each layer gets a material, or is left out. */
export function DxfImport({ level, onDone }: { level: Level; onDone: () => void }) {
  const [drawing, setDrawing] = useState<DxfDrawing | null>(null)
  const [unread, setUnread] = useState<Problem[]>([])
  const [reading, setReading] = useState(false)
  const job = useJob<DrawingService>(drawingThread)
  const [bytes, setBytes] = useState<Uint8Array | null>(null)
  const [hidden, setHidden] = useState(false)
  const read = (file: Uint8Array, withHidden: boolean) => {
    setBytes(file)
    setHidden(withHidden)
    setReading(true)
    setDrawing(null)
    setUnread([])
    job.begin(async (service) => service.read(file, withHidden), {
      done: (read) => {
        setReading(false)
        if (read.ok) setDrawing(read.value)
        else setUnread(read.problems)
      },
      failed: (reason) => {
        setReading(false)
        setUnread([{ code: 'unread', path: [], message: `The drawing could not be read: ${reason}.` }])
      },
    })
  }
  return (
    <section aria-label="DXF">
      <h3 className="font-semibold">Walls from a drawing (DXF)</h3>
      <FilePick label="DXF file" accept=".dxf" onBytes={(file) => read(file, false)} />
      {reading && (
        <p role="status" className="mt-2 flex items-center gap-3">
          Reading the drawing…
          <button
            className="button"
            onClick={() => {
              job.end()
              setReading(false)
            }}
          >
            Give up
          </button>
        </p>
      )}
      <Problems problems={unread} title="Nothing was changed." />
      {bytes && drawing && (drawing.hidden > 0 || hidden) && (
        <CheckInput
          label={`also what the drawing hides: paper space, layers that are off or frozen${hidden ? '' : ` (${drawing.hidden} left out)`}`}
          checked={hidden}
          onChange={(withHidden) => read(bytes, withHidden)}
        />
      )}
      {drawing && <DxfLayers drawing={drawing} level={level} onDone={onDone} />}
    </section>
  )
}

function DxfLayers({ drawing, level, onDone }: { drawing: DxfDrawing; level: Level; onDone: () => void }) {
  const [unit, setUnit] = useState<string | null>(drawing.metresPerUnit?.toString() ?? null)
  const [choices, setChoices] = useState<
    Record<string, { material: string; thicknessMm: number } | undefined>
  >({})
  const { edit, problems, busy } = usePlanEdit(onDone)
  const chosen = Object.entries(choices).flatMap(([layer, choice]): LayerChoice[] =>
    choice ? [{ layer, ...choice }] : [],
  )
  const made =
    unit && chosen.length > 0 ? wallsFromDxf(drawing, Number(unit), chosen, level, [0, 0], newId) : null
  return (
    <div className="mt-2 space-y-3">
      <SelectInput
        label="The drawing is in"
        path="unit"
        value={unit}
        none="choose: the drawing does not say"
        choices={unitChoices(drawing)}
        hint={
          drawing.unitName
            ? `The drawing says ${drawing.unitName}.`
            : 'Measure something you know afterwards.'
        }
        onChange={setUnit}
      />
      <div className="max-h-56 overflow-y-auto" tabIndex={0}>
        <table className="plain [&_label]:sr-only [&_tbody_:is(td,th)]:align-middle">
          <thead>
            <tr>
              <th>Layer</th>
              <th className="num">Lines</th>
              <th>Becomes</th>
              <th className="num">Thickness, mm</th>
            </tr>
          </thead>
          <tbody>
            {drawing.layers.map(({ name, lines }) => {
              const choice = choices[name]
              return (
                <tr key={name}>
                  <th>{name}</th>
                  <td className="num figures">{lines.length}</td>
                  <td>
                    <SelectInput
                      label={`Material of layer ${name}`}
                      path={`layers.${name}`}
                      value={choice?.material ?? null}
                      none="left out"
                      choices={MATERIALS.map((one) => ({ value: one.id, label: one.name }))}
                      onChange={(material) =>
                        setChoices((before) => ({
                          ...before,
                          [name]: material
                            ? { material, thicknessMm: materialOf(material).usualMm }
                            : undefined,
                        }))
                      }
                    />
                  </td>
                  <td>
                    {choice && (
                      <NumberInput
                        label={`Thickness of layer ${name}`}
                        path={`thickness.${name}`}
                        value={choice.thicknessMm}
                        onChange={(mm) =>
                          setChoices((before) => ({ ...before, [name]: { ...choice, thicknessMm: mm ?? 0 } }))
                        }
                      />
                    )}
                  </td>
                </tr>
              )
            })}
          </tbody>
        </table>
      </div>
      {drawing.skipped.length > 0 && (
        <div className="caption">
          Left out:
          <ul className="columns-2 gap-6">
            {drawing.skipped.map(({ kind, count, why }) => (
              <li key={`${kind} ${why}`}>
                <span className="figures">{count}</span> {kind}: {why}
              </li>
            ))}
          </ul>
        </div>
      )}
      {drawing.unknownPage && (
        <p className="caption">
          The code page “{drawing.unknownPage}” is not known here: letters of layer names beyond plain English
          may be wrong.
        </p>
      )}
      {made?.tooMany && (
        <p role="alert" className="border-l-4 border-caution bg-caution-wash px-3 py-1.5">
          These layers make {made.walls} walls; at most {MOST_WALLS} are taken. Choose fewer layers.
        </p>
      )}
      {made && made.tooShort > 0 && (
        <p className="caption">{made.tooShort} lines without length are left out.</p>
      )}
      <Problems problems={problems} title="Nothing was changed." />
      <button
        className="button button-main"
        disabled={busy || !made || made.tooMany || made.edits.length === 0}
        onClick={() => made && edit('Take in a drawing', made.edits)}
      >
        Take in {made?.edits.length ?? 0} walls on {level.name}
      </button>
    </div>
  )
}
