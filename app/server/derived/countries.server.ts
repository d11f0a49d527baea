import { createRequire } from 'node:module'
import countries from 'i18n-iso-countries'

const require = createRequire(import.meta.url)
countries.registerLocale(require('i18n-iso-countries/langs/en.json') as countries.LocaleData)

/** Every country with its code, by name. Source: ISO 3166-1, by the package i18n-iso-countries. */
export const countryChoices: { value: string; label: string }[] = Object.entries(countries.getNames('en'))
  .map(([value, name]) => ({ value, label: `${name} (${value})` }))
  .sort((a, b) => a.label.localeCompare(b.label, 'en'))
