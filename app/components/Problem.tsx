import { Link } from 'react-router'

/** A whole page that says what is wrong and offers the way back. */
export function Problem({ title, says }: { title: string; says: string }) {
  return (
    <main className="mx-auto flex max-w-xl flex-col gap-4 p-10">
      <div className="neatline" />
      <h1>{title}</h1>
      <p>{says}</p>
      <Link className="button self-start" to="/">
        Back to your sites
      </Link>
    </main>
  )
}
