import { attachmentOf } from '../../../network/layer2'
import type { Site } from '../../../plan'

/** An observation that names a place of the plan is refused where there is none. */
export const lacksPlace = (site: Site, { attachmentId }: { attachmentId: string }) =>
  attachmentOf(site, attachmentId) ? null : { field: 'attachmentId', noun: 'place' }
