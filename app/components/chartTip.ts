/** How the words under the pointer look on every chart with axes. */
export const CHART_TIP = {
  background: 'var(--sheet)',
  border: '1px solid var(--ink)',
  color: 'var(--ink)',
  borderRadius: 0,
} as const
