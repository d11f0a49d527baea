import { paperProgress } from '../../server/record/papers.server'
import type { Route } from './+types/progress.route'

/** How far a paper is that was asked for under a name. */
export const loader = ({ request }: Route.LoaderArgs) =>
  Response.json({ progress: paperProgress(new URL(request.url).searchParams.get('job') ?? '') })
