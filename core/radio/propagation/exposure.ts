import type { Traced } from '../../lib/traced'

/**
 * How far to keep from an antenna: where the power density of its peak falls to the limit, r = √(EIRP ÷ (4π S)).
 * Far field, no reflections: a caution, not a proof of compliance.
 */
export function exposureDistance(eirpDbm: number, limitWPerM2: number): Traced {
  const eirpW = 10 ** ((eirpDbm - 30) / 10)
  return {
    value: Math.sqrt(eirpW / (4 * Math.PI * limitWPerM2)),
    unit: 'm',
    formula: '√(EIRP ÷ (4π S))',
    inputs: [
      { name: 'EIRP', value: `${eirpDbm.toFixed(1)} dBm = ${(eirpW * 1000).toPrecision(3)} mW` },
      { name: 'S, the limit', value: `${limitWPerM2} W/m²` },
    ],
    source:
      'ITU-R P.525-4 (free space). The limit is yours to set: 10 W/m² is the ICNIRP 2020 level for the public from 2 to 300 GHz, from memory; your own law decides',
  }
}
