import { Popover } from 'radix-ui'
import type { Traced as TracedNumber } from '~/core/traced'

/** A number that says where it comes from when it is asked: formula, inputs, source. */
export function Traced({ number, digits = 0 }: { number: TracedNumber; digits?: number }) {
  const shown = `${number.value.toFixed(digits)} ${number.unit}`
  return (
    <Popover.Root>
      <Popover.Trigger
        className="figures underline decoration-dotted underline-offset-4"
        aria-label={`${shown}, where it comes from`}
      >
        {shown}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          className="sheet z-50 max-w-sm border-ink p-3 shadow-lg"
          sideOffset={6}
          collisionPadding={8}
        >
          <p className="figures">
            {number.formula} = {shown}
          </p>
          <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-3">
            {number.inputs.map(({ name, value }) => (
              <div key={name} className="contents">
                <dt className="text-soft">{name}</dt>
                <dd className="figures text-right">{value}</dd>
              </div>
            ))}
          </dl>
          <p className="caption mt-2">{number.source}</p>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
