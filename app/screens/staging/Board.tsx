import { Collapsible } from '../../components/Collapsible'
import type { DeviceView } from '~/field'
import type { Bench } from '../../hooks/useBench'
import { Sourced } from '../../components/Sourced'
import { LedMark } from './LedMark'
import { clockText, spanText } from './clockText'

/** Every device with its LEDs, its state in plain words, and how long that usually takes. */
export function Board({ devices, ask }: { devices: DeviceView[]; ask: Bench['ask'] }) {
  return (
    <ul className="grid gap-3 @xl:grid-cols-2 @4xl:grid-cols-3">
      {devices.map((device) => (
        <Card key={device.id} device={device} ask={ask} />
      ))}
    </ul>
  )
}

function Card({ device, ask }: { device: DeviceView; ask: Bench['ask'] }) {
  const late = device.expected !== null && device.elapsedS > device.expected.highS && device.waitsFor === null
  return (
    <li className="sheet flex flex-col gap-2 px-3 py-2.5" data-device={device.id} data-phase={device.phase}>
      <div className="flex items-start gap-2">
        <LedMark leds={device.leds} />
        <div className="min-w-0 flex-1">
          <h2 className="truncate">{device.name}</h2>
          <p>
            <strong>{device.word}</strong>
            {device.ip && device.phase !== 'dark' && <span className="figures text-soft"> {device.ip}</span>}
          </p>
        </div>
      </div>
      <Elapsed device={device} late={late} />
      {device.waitsFor && <p className="text-[0.93rem]">{device.waitsFor}</p>}
      <div className="mt-auto flex flex-wrap gap-1.5 pt-1">
        {device.canAdopt && (
          <button className="button button-main" onClick={() => ask({ kind: 'adopt', deviceId: device.id })}>
            Adopt it
          </button>
        )}
        {device.hasSwitch && (
          <button
            className="button"
            onClick={() => ask({ kind: device.switchedOn ? 'cutPower' : 'powerOn', deviceId: device.id })}
          >
            {device.switchedOn ? 'Cut power' : 'Power on'}
          </button>
        )}
        {device.canReset && (
          <button className="button" onClick={() => ask({ kind: 'reset', deviceId: device.id })}>
            Reset
          </button>
        )}
      </div>
      {device.past.length > 1 && <Past device={device} />}
    </li>
  )
}

/** Expected against actual: the usual span as a weak spot, the time so far as the line that moves through it. */
function Elapsed({ device: { expected, elapsedS }, late }: { device: DeviceView; late: boolean }) {
  if (!expected) return <p className="caption">for {clockText(elapsedS)}</p>
  const scale = Math.max(expected.highS * 1.25, elapsedS)
  const share = (seconds: number) => `${Math.min(100, (100 * seconds) / scale)}%`
  return (
    <div>
      <div className="relative h-2.5 border border-line bg-depth-1" aria-hidden>
        <div
          className="absolute inset-y-0 bg-depth-3"
          style={{ left: share(expected.lowS), right: `calc(100% - ${share(expected.highS)})` }}
        />
        <div
          className="absolute inset-y-0 left-0 border-r-[3px] border-ink"
          style={{ width: share(elapsedS) }}
        />
      </div>
      <Sourced source={expected.source} className={late ? 'font-medium text-caution' : 'caption'}>
        {spanText(expected.lowS, expected.highS)}, now {clockText(elapsedS)}
        {late ? '. Longer than usual.' : ''}
      </Sourced>
    </div>
  )
}

function Past({ device }: { device: DeviceView }) {
  return (
    <Collapsible titleClassName="caption" title="how long each step took">
      <table className="plain text-[0.88rem]">
        <tbody>
          {device.past.map((step, i) => (
            <tr key={i}>
              <td>{step.word}</td>
              <td className="num figures">{clockText(step.tookS)}</td>
              <td className="caption">
                {step.expected ? spanText(step.expected.lowS, step.expected.highS) : ''}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </Collapsible>
  )
}
