import { StageHead } from '../../components/StageHead'
import { useSite } from '../../hooks/useSite'
import { runbookState } from '../../server/runbook/runbook.server'
import { unpacked } from '../../wire/packed'
import { packed } from '../../wire/packed.server'
import { AtWork } from './AtWork'
import { Mark } from './Mark'
import { Planning } from './Planning'
import { useRunbookDo } from './useRunbookDo'
import type { Route } from './+types/route'

export const loader = ({ params }: Route.LoaderArgs) => {
  const { present, target, ...rest } = runbookState(params.siteId)
  return { ...rest, plans: packed({ present, target }) }
}

export default function Runbook({ loaderData }: Route.ComponentProps) {
  const { built, underWay, revisions, isStaged } = loaderData
  const laptop = underWay && underWay.steps.length > 0 ? underWay.laptop : null
  const { present, target } = unpacked(loaderData.plans)
  const doing = useRunbookDo()
  const { revision } = useSite()
  return (
    <>
      <StageHead
        title="Runbook"
        says="From what is built to what is planned, in an order that never cuts the branch you sit on."
      />
      {doing.problems.length > 0 && (
        <p role="alert" className="mb-3 border-l-4 border-caution bg-caution-wash px-3 py-1.5">
          {doing.problems.map(({ message }) => message).join(' ')}
        </p>
      )}
      <Mark
        built={built}
        revision={revision}
        revisions={revisions}
        isStaged={isStaged}
        underWay={underWay}
        doing={doing}
      />
      {present && underWay && laptop && (
        <AtWork laptop={laptop} present={present} target={target} underWay={underWay} doing={doing} />
      )}
      {present && !laptop && (
        <Planning
          present={present}
          target={target}
          revision={underWay?.revision ?? revision}
          done={underWay?.done ?? []}
          laptop={underWay?.laptop ?? null}
          quiet={underWay?.quiet ?? null}
          doing={doing}
        />
      )}
    </>
  )
}
