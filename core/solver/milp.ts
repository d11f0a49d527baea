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

/** A solve by HiGHS (WebAssembly, MIT licence). */
export const solveWith =
  (highs: Highs): Solve =>
  (milp, secondsAtMost) =>
    highs.withModel(modelOf(milp), (model): Solved => {
      model.options.set({ output_flag: false, time_limit: secondsAtMost, mip_rel_gap: 0, mip_abs_gap: 1e-6 })
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
