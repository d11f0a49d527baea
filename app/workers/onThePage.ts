import { computeRows } from '~/core/radio/coverage'
import { layersService } from './layersService'
import { plotterService } from './plotterService'

/** Between two pieces the page gets its turn. */
const turn = () => new Promise((resolve) => setTimeout(resolve))

/** What makes layers where there are no threads. The page's rules allow no compiled kernel on it: it takes the core's own. */
export function pageLayers(): ReturnType<typeof layersService> {
  const service = layersService(Promise.resolve(computeRows))
  return {
    ...service,
    rows: async (task) => {
      await turn()
      return service.rows(task)
    },
  }
}

export const pagePlotter = plotterService
