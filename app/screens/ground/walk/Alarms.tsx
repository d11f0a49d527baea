import type { Alarm } from '~/core/radio/calibration'

interface Props {
  alarms: readonly Alarm[]
  isAnswered: boolean
  onRight: () => void
}

/** What about the walk can't be, with the question that somebody has to answer before anything is learned. */
export function Alarms({ alarms, isAnswered, onRight }: Props) {
  return (
    <div role="alert" className="space-y-2 border-l-4 border-caution pl-3">
      <p className="font-semibold">
        {isAnswered ? 'You said that the walk is right, though' : 'Nothing is learned from this walk yet'}
        {isAnswered ? ':' : ', because something about it can’t be:'}
      </p>
      <ul className="list-disc space-y-1 pl-5">
        {alarms.map(({ code, says }) => (
          <li key={`${code} ${says}`}>{says}</li>
        ))}
      </ul>
      {!isAnswered && (
        <p className="space-x-3">
          <button className="button" onClick={onRight}>
            The walk is right: learn from it
          </button>
          <span className="caption">Otherwise mend it and read it in again.</span>
        </p>
      )}
    </div>
  )
}
