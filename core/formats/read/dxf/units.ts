/** A foot of the survey of the United States. Source: NIST Handbook 44, appendix C: 1200 ÷ 3937 m. */
const SURVEY_FOOT_M = 1200 / 3937

/** Header variable $INSUNITS. Source: DXF reference, HEADER section, from memory. */
export const DXF_UNITS: Record<number, [name: string, metres: number]> = {
  1: ['inches', 0.0254],
  2: ['feet', 0.3048],
  3: ['miles', 1609.344],
  4: ['millimetres', 0.001],
  5: ['centimetres', 0.01],
  6: ['metres', 1],
  7: ['kilometres', 1000],
  8: ['microinches', 0.0254e-6],
  9: ['thousandths of an inch', 0.0254e-3],
  10: ['yards', 0.9144],
  13: ['micrometres', 1e-6],
  14: ['decimetres', 0.1],
  15: ['decametres', 10],
  16: ['hectometres', 100],
  21: ['US survey feet', SURVEY_FOOT_M],
  22: ['US survey inches', SURVEY_FOOT_M / 12],
  23: ['US survey yards', SURVEY_FOOT_M * 3],
  24: ['US survey miles', SURVEY_FOOT_M * 5280],
}
