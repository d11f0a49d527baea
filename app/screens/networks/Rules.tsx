import { networkChoices } from '../../components/networkChoices'
import { ArrowDown, ArrowUp, Trash2 } from 'lucide-react'
import { useState } from 'react'
import { aimNetworkId, routerName, routersOf, ruleWords } from '~/core/plan'
import type { Rule } from '~/core/plan'
import { EditForm } from '../../components/EditForm'
import { CheckInput, SelectInput } from '../../components/inputs'
import { Problems } from '../../components/Problems'
import { newId } from '../../hooks/newId'
import { usePlanEdit } from '../../hooks/usePlanEdit'
import { useSite } from '../../hooks/useSite'

/** The router's rules in the order in which it reads them. */
export function Rules() {
  const { site } = useSite()
  const { edit, problems, busy } = usePlanEdit()
  const move = (rule: Rule, index: number) =>
    edit(`Move a rule to place ${index + 1}`, [{ op: 'move', collection: 'rules', id: rule.id, index }])
  return (
    <section>
      <h2>Rules, first match decides</h2>
      <p className="caption mb-2">
        Without a rule a router routes between all its networks. To keep two apart takes two drop rules, one
        each way, above any wider allow. A router still answers at its own address in each network: to close
        its web interface, drop traffic to the router itself; DHCP and DNS keep working.
      </p>
      <Problems problems={problems} />
      <ol className="sheet divide-y divide-line px-4">
        {site.rules.map((rule, i) => (
          <li
            key={rule.id}
            className={`flex items-center gap-3 py-1 ${rule.enabled ? '' : 'text-soft line-through'}`}
          >
            <span className="figures w-7 text-right text-soft">{i + 1}</span>
            <span className="flex-1">{ruleWords(site, rule)}</span>
            <button
              className="button button-quiet"
              disabled={busy || i === 0}
              onClick={() => move(rule, i - 1)}
              aria-label={`Move rule ${i + 1} up`}
            >
              <ArrowUp size={15} aria-hidden />
            </button>
            <button
              className="button button-quiet"
              disabled={busy || i === site.rules.length - 1}
              onClick={() => move(rule, i + 1)}
              aria-label={`Move rule ${i + 1} down`}
            >
              <ArrowDown size={15} aria-hidden />
            </button>
            <button
              className="button button-quiet"
              disabled={busy}
              onClick={() => edit('Remove a rule', [{ op: 'remove', collection: 'rules', id: rule.id }])}
              aria-label={`Remove rule ${i + 1}`}
            >
              <Trash2 size={15} aria-hidden />
            </button>
          </li>
        ))}
        {site.rules.length === 0 && (
          <li className="py-3 text-soft">No rules: every network reaches every other.</li>
        )}
      </ol>
      <NewRule />
    </section>
  )
}

const ROUTER = 'router:'

function readTarget(value: string | null): Rule['to'] {
  if (value === null || value === 'any') return 'any'
  if (value === 'internet') return 'internet'
  return value.startsWith(ROUTER) ? { deviceId: value.slice(ROUTER.length) } : { networkId: value }
}

/** A new rule goes to the end; a drop can bring its twin for the other way. */
function NewRule() {
  const { site } = useSite()
  const { edit, problems, busy } = usePlanEdit()
  const [action, setAction] = useState<Rule['action']>('drop')
  const [from, setFrom] = useState<string | null>(null)
  const [to, setTo] = useState<string | null>('any')
  const [bothWays, setBothWays] = useState(true)
  const networks = networkChoices(site)
  const target = readTarget(to)
  const farId = aimNetworkId(target)
  const canTwin = from !== null && farId !== null
  const add = () => {
    const rule: Rule = { id: newId(), action, fromNetworkId: from, to: target, enabled: true }
    const twin: Rule[] =
      bothWays && from !== null && farId !== null
        ? [{ ...rule, id: newId(), fromNetworkId: farId, to: { networkId: from } }]
        : []
    edit(
      'Add a rule',
      [rule, ...twin].map((record) => ({ op: 'put', collection: 'rules', record })),
    )
  }
  return (
    <div className="sheet mt-3 p-4">
      <EditForm problems={problems} busy={busy} onSave={add} saveLabel="Add the rule">
        <div className="flex flex-wrap items-end gap-3">
          <SelectInput
            label="What"
            path="action"
            value={action}
            choices={[
              { value: 'drop', label: 'Drop' },
              { value: 'allow', label: 'Allow' },
            ]}
            onChange={(value) => setAction(value === 'allow' ? 'allow' : 'drop')}
          />
          <SelectInput
            label="From"
            path="fromNetworkId"
            value={from}
            none="any network"
            choices={networks}
            onChange={setFrom}
          />
          <SelectInput
            label="To"
            path="to"
            value={to}
            choices={[
              { value: 'any', label: 'anywhere' },
              { value: 'internet', label: 'the internet' },
              ...networks,
              ...routersOf(site).map((router) => ({
                value: `${ROUTER}${router.id}`,
                label: routerName(router, router.id),
              })),
            ]}
            onChange={setTo}
          />
          {canTwin && <CheckInput label="and the other way" checked={bothWays} onChange={setBothWays} />}
        </div>
      </EditForm>
    </div>
  )
}
