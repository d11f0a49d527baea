import { newProfile } from './defaults'
import { STARTER_TYPES } from './starterTypes'
import { emptySite } from './types'
import type { Site } from './types'

/** A new site knows the usual kinds of device and starts with one profile that nobody should keep. */
export const freshSite = (name: string): Site => ({
  ...emptySite(name),
  deviceTypes: [...STARTER_TYPES],
  profiles: [{ ...newProfile('prof-default'), name: 'Default', mode: 'wpa2-aes', isDefault: true }],
})
