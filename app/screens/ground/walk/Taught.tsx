import { LEAST_SPOTS } from '~/core/radio/calibration'
import type { Calibration, LearnedTerm } from '~/core/radio/calibration'
import { Sourced } from '../../../components/Sourced'

/** What a walk taught, term by term, beside what was planned; and what it says nothing of. */
export function Taught({ calibration }: { calibration: Calibration }) {
  const { terms, sigmaDb, spreads, errorBeforeDb, errorAfterDb, odd, together } = calibration
  const { notHeard, floorDbm } = calibration
  const told = terms
    .filter(({ saysNothing }) => !saysNothing)
    .sort((a, b) => ORDER[a.of.kind] - ORDER[b.of.kind])
  const silent = terms.filter(({ saysNothing }) => saysNothing)
  return (
    <div className="space-y-2">
      <p>
        A level is off by <strong className="figures">{errorBeforeDb.toFixed(1)} dB</strong> as planned, and
        by{' '}
        <Sourced
          className="figures font-semibold"
          formula="root mean square of what was read less what is worked out, each spot left out in turn"
          source="Ridge regression with assumed spreads (Hoerl and Kennard 1970), Huber weights (1964), unheard ones censored (Tobin 1958), shadows that hang together (Gudmundson 1991)"
        >
          {errorAfterDb.toFixed(1)} dB
        </Sourced>{' '}
        as learned; a single reading spreads by {sigmaDb.toFixed(1)} dB
        {spreads.length > 1 &&
          ` (${spreads.map((one) => `${one.floor} ${one.sigmaDb.toFixed(1)}`).join(', ')})`}
        .
      </p>
      {told.length > 0 && (
        <div className="overflow-x-auto" tabIndex={0} role="group" aria-label="What the walk taught">
          <table className="plain">
            <thead>
              <tr>
                <th>What</th>
                <th className="num">Planned</th>
                <th className="num">Learned</th>
                <th className="num">±</th>
                <th>Unit</th>
              </tr>
            </thead>
            <tbody>
              {told.map((term) => (
                <tr key={term.id}>
                  <td>{term.name}</td>
                  <td className="num figures">{term.planned === null ? '' : term.planned.toFixed(1)}</td>
                  <td className="num figures">{learnedText(term)}</td>
                  <td className="num figures">{term.standardError.toFixed(term.unit === 'dB' ? 1 : 2)}</td>
                  <td>{term.unit === 'per decade / 10' ? 'on the exponent' : term.unit}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      {silent.length > 0 && (
        <p className="caption">
          The walk says nothing of{' '}
          {silent
            .map(({ name, spots, of }) =>
              spots < LEAST_SPOTS[of.kind]
                ? `${name} (${spots} of at least ${LEAST_SPOTS[of.kind]} spots)`
                : name,
            )
            .join('; ')}
          .
        </p>
      )}
      {notHeard > 0 && (
        <p className="caption">
          {notHeard} radios were not heard where others were: taken as below {floorDbm.toFixed(0)} dBm.
        </p>
      )}
      {together.map(([one, other]) => (
        <p key={`${one} ${other}`} className="text-caution">
          {one} and {other} were always met together, so that only their sum is known: read once where only
          one of them is.
        </p>
      ))}
      {odd.map(({ reading, predictedDbm }, i) => (
        <p key={i} className="text-caution">
          Odd: {reading.rssiDbm} dBm at {reading.at.map((m) => m.toFixed(1)).join(', ')}, where{' '}
          {predictedDbm.toFixed(0)} was planned. Wrong place, an open door, another radio?
        </p>
      ))}
    </div>
  )
}

const ORDER = { slope: 0, loss: 1, radio: 2, client: 3 } as const

function learnedText({ planned, value, unit }: LearnedTerm): string {
  const text = Math.abs(planned === null ? value : Math.max(0, planned + value)).toFixed(
    unit === 'dB' ? 1 : 2,
  )
  const sign = planned !== null || Number(text) === 0 ? '' : value < 0 ? '−' : '+'
  return sign + text
}
