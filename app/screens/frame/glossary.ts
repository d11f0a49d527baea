import text from '../../../docs/glossary.md?raw'

export interface Term {
  term: string
  says: string
}

/** The terms of docs/glossary.md: lines of the form "- **Term**: what it means". */
export const GLOSSARY: readonly Term[] = text.split('\n').flatMap((line) => {
  const [, term, says] = /^- \*\*(.+?)\*\*: (.+)$/.exec(line) ?? []
  return term && says ? [{ term, says }] : []
})
