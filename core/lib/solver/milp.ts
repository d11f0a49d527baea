import type { Highs } from 'highs'

export interface Column {
  cost: number
  lower: number
  upper: number
  whole: boolean
}

/** `lower ≤ Σ factor · column ≤ upper`. */
export interface Row {
  lower: number
  upper: number
  terms: [column: number, factor: number][]
}

/** A mixed-integer linear programme, to be made as small as it can be. */
export interface Milp {
  columns: Column[]
  rows: Row[]
}

export interface Solved {
  /** proven: nothing is better; found: feasible, stopped by time; none: nothing feasible was found; impossible: there is nothing. */
  status: 'proven' | 'found' | 'none' | 'impossible'
  values: number[]
  objective: number
  /** No solution can be smaller than this. */
  bound: number
}

/** Solves a programme; the solver is passed in, so that it may run in a worker, in a test or in a command. */
export type Solve = (milp: Milp, secondsAtMost: number) => Solved

/**
 * A solve by HiGHS (WebAssembly, MIT licence). What it calls the best is asked for a second time without presolve, which
 * has been seen to throw the best away: only what both agree on, or what the second one's bound meets, is called proven.
 */
export const solveWith =
  (highs: Highs): Solve =>
  (milp, secondsAtMost) => {
    const first = run(highs, milp, secondsAtMost, true)
    const isSure = first.status === 'proven' || first.status === 'impossible'
    return isSure && milp.columns.some(({ whole }) => whole)
      ? agreed(first, run(highs, milp, secondsAtMost, false))
      : withinRounding(first)
  }

function run(highs: Highs, milp: Milp, secondsAtMost: number, presolve: boolean): Solved {
  return highs.withModel(modelOf(milp), (model): Solved => {
    model.options.set({
      output_flag: false,
      time_limit: secondsAtMost,
      mip_rel_gap: 0,
      mip_abs_gap: 1e-6,
      presolve: presolve ? 'choose' : 'off',
    })
    model.run()
    const { optimal, infeasible } = highs.constants.modelStatus
    const status = model.getModelStatus()
    const whole = milp.columns.some((column) => column.whole)
    const isThere = Number(model.info.get('primal_solution_status')) === 2
    if (status === infeasible)
      return { status: 'impossible', values: [], objective: Infinity, bound: Infinity }
    const objective = isThere ? model.getObjectiveValue() : Infinity
    const bound = whole ? Number(model.info.get('mip_dual_bound')) : objective
    if (!isThere) return { status: 'none', values: [], objective, bound }
    return {
      status: status === optimal ? 'proven' : 'found',
      values: [...model.getSolution().colValue],
      objective,
      bound: status === optimal ? objective : bound,
    }
  })
}

/** Differences smaller than this are rounding. */
const roundingOf = (value: number): number => 1e-6 * Math.max(1, Math.abs(value))

/** The better of two runs of one programme, with what the second one proves. */
export function agreed(first: Solved, second: Solved): Solved {
  if (second.status === 'impossible')
    return first.status === 'impossible' ? first : { ...first, status: 'found' }
  if (second.values.length === 0)
    return first.status === 'impossible'
      ? { ...second, status: 'none' }
      : withinRounding({ ...first, status: 'found', bound: Math.min(first.objective, second.bound) })
  const isBetter =
    first.values.length === 0 || second.objective < first.objective - roundingOf(first.objective)
  const better = isBetter ? second : first
  return withinRounding({
    ...better,
    status: second.status === 'proven' ? 'proven' : 'found',
    bound: second.status === 'proven' ? better.objective : Math.min(better.objective, second.bound),
  })
}

/** A bound that the objective meets but for rounding is a proof. */
function withinRounding(solved: Solved): Solved {
  const isMet = solved.values.length > 0 && solved.objective - solved.bound <= roundingOf(solved.objective)
  return isMet ? { ...solved, status: 'proven', bound: solved.objective } : solved
}

function modelOf({ columns, rows }: Milp) {
  const starts: number[] = []
  const indices: number[] = []
  const values: number[] = []
  for (const { terms } of rows) {
    starts.push(indices.length)
    for (const [column, factor] of terms) {
      indices.push(column)
      values.push(factor)
    }
  }
  return {
    numCols: columns.length,
    numRows: rows.length,
    colCost: columns.map(({ cost }) => cost),
    colLower: columns.map(({ lower }) => lower),
    colUpper: columns.map(({ upper }) => upper),
    rowLower: rows.map(({ lower }) => lower),
    rowUpper: rows.map(({ upper }) => upper),
    integrality: columns.map(({ whole }) => (whole ? 1 : 0)),
    matrix: {
      format: 'csr' as const,
      numRows: rows.length,
      numCols: columns.length,
      starts: [...starts, indices.length],
      indices,
      values,
    },
  }
}
