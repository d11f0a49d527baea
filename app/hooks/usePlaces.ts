import { attachmentsOf } from '~/core/network/layer2/attachments'
import { useSite } from './useSite'

/** Every place of the plan where a client can attach. */
export const usePlaces = () => attachmentsOf(useSite().site)
