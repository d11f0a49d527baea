import { redirect } from 'react-router'
import type { Route } from './+types/index.route'

export const loader = ({ params }: Route.LoaderArgs) => redirect(`/sites/${params.siteId}/brief`)
