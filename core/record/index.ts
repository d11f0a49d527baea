export { bareFacts, differencesOf } from './facts'
export type {
  BuiltFact,
  Difference,
  DoneRunbook,
  LogEntry,
  RecordFacts,
  RevisionEntry,
  TestFact,
} from './facts'
export { wordsOf } from './doc'
export type { Block, Cell, Column, Copy, Flagged, RecordDoc, RichCell, Section, Signature } from './doc'
export { composeRecord, coverageFor } from './compose'
export { cautionsOf } from './cautions/cautions'
export { costOfAll, GROUP_NAME, partsList, tickReach, TICKS } from './parts/list'
export type { PartRow, PartTick, TickState } from './parts/list'
export { partsCsv } from './parts/csv'
export { SIGNING_ROLES } from './signing'
export { dayOf, when } from './when'
export { figureSvg } from './figure/svg'
export type { Figure } from './figure/types'
export { isLabelKind, LABEL_KINDS, labelsOf } from './labels/labels'
export type { Label, LabelKind } from './labels/labels'
export { labelPages } from './labels/pages'
export { isLabelSheet, LABEL_SHEETS, sheetProblems } from './labels/sheets'
export type { LabelSheet, LabelSheetId } from './labels/sheets'
export { cardPages, joinCards, pageCards } from './cards/cards'
export type { JoinCard } from './cards/cards'
export { keysOf, withKeys } from './sealed/keys'
export type { SealedKey, SealedPart } from './sealed/keys'
export { noHistory } from './bundle/history'
export type { History } from './bundle/history'
