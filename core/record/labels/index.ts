export { isLabelKind, LABEL_KINDS, labelsOf } from './labels'
export type { Label, LabelKind } from './labels'
export { isLabelSheet, LABEL_SHEETS, sheetProblems } from './sheets'
export type { LabelSheet, LabelSheetId } from './sheets'
