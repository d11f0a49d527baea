import type { Topology } from '~/core/guide/jobs/topology'
import { topologyFigure } from '~/core/record/figure/topology'
import { FigureView } from '../../../components/FigureView'

/** Smaller than this nobody reads it: then it scrolls. */
const LEAST_SCALE = 0.8

interface Props {
  topology: Topology
  vlanNames: ReadonlyMap<number, string>
}

/** What is connected to what, from the feed to the right. */
export const TopologyView = ({ topology, vlanNames }: Props) => (
  <div className="max-h-[26rem] overflow-auto" tabIndex={0} role="group" aria-label="Topology">
    <FigureView figure={topologyFigure(topology, vlanNames)} leastScale={LEAST_SCALE} />
  </div>
)
