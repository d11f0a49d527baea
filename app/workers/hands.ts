import type { LayersService } from './layersService'
import type { PlotterService } from './plotterService'
import { coresHere, layersWorker, plotterWorker } from './spareWorkers'
import { threadOf } from './thread'

/** A service as whoever is beside it sees it: every call takes a while. */
export type Beside<Service> = {
  [Name in keyof Service]: Service[Name] extends (...args: infer Args) => infer Result
    ? (...args: Args) => Promise<Awaited<Result>>
    : never
}

export interface Hand<Service> {
  service: Beside<Service>
  end: () => void
}

type OnDeath = (reason: string) => void

/** Where the chart gets its hands from. */
export interface Hands {
  /** How many layers are worked on at once. */
  atOnce: number
  layers: (onDeath: OnDeath) => Hand<LayersService>
  plotter: (onDeath: OnDeath) => Hand<PlotterService>
}

/** Threads, one for each core and one that plots; without them the page itself, slowly and a piece at a time. */
export function handsHere(): Hands {
  if (typeof Worker === 'undefined') return onThePage()
  return {
    atOnce: coresHere(),
    layers: (onDeath) => threadOf<LayersService>(layersWorker(), onDeath),
    plotter: (onDeath) => threadOf<PlotterService>(plotterWorker(), onDeath),
  }
}

function onThePage(): Hands {
  const loaded = import('./onThePage')
  const end = () => undefined
  return {
    atOnce: 1,
    layers: () => {
      const made = loaded.then((part) => part.pageLayers())
      return {
        service: {
          scene: async (key, scene) => (await made).scene(key, scene),
          rows: async (task) => (await made).rows(task),
        },
        end,
      }
    },
    plotter: () => {
      const made = loaded.then((part) => part.pagePlotter())
      return {
        service: {
          rows: async (...some) => (await made).rows(...some),
          keep: async (layerKeys) => (await made).keep(layerKeys),
          plot: async (order) => (await made).plot(order),
        },
        end,
      }
    },
  }
}
