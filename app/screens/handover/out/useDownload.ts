import { useState } from 'react'
import type { Problem } from '~/core/lib/outcome'

/** Asks the server for a file and saves it; what is wrong is said, and what was typed stays. */
export function useDownload() {
  const [busy, setBusy] = useState(false)
  const [problems, setProblems] = useState<Problem[]>([])
  const fetchFile = async (url: string, body?: object): Promise<boolean> => {
    setBusy(true)
    setProblems([])
    try {
      const answer = await fetch(
        url,
        body
          ? { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) }
          : undefined,
      )
      if (!answer.ok) {
        setProblems(await problemsIn(answer))
        return false
      }
      save(await answer.blob(), nameIn(answer))
      return true
    } catch {
      setProblems([
        { path: [], code: 'offline', message: 'The server does not answer. Is it still running?' },
      ])
      return false
    } finally {
      setBusy(false)
    }
  }
  return { fetchFile, busy, problems }
}

async function problemsIn(answer: Response): Promise<Problem[]> {
  try {
    return ((await answer.json()) as { problems: Problem[] }).problems
  } catch {
    return [{ path: [], code: String(answer.status), message: 'That did not work. Nothing was changed.' }]
  }
}

const nameIn = (answer: Response): string =>
  /filename="([^"]+)"/.exec(answer.headers.get('Content-Disposition') ?? '')?.[1] ?? 'record'

function save(blob: Blob, name: string): void {
  const url = URL.createObjectURL(blob)
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  URL.revokeObjectURL(url)
}
