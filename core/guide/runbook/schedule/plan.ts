/** Something to be done by one person or by two, at a place; afterwards it goes on by itself for a while. */
export interface Job {
  id: number
  workMin: number
  /** What waits for it waits so long more. */
  waitMin: number
  placeId: string
  people: 1 | 2
  /** Jobs that have to be through before it. */
  after: readonly number[]
}

export interface Shift {
  id: number
  startMin: number
  /** When the hands are free again. */
  freeMin: number
  /** When it is through. */
  endMin: number
  people: readonly number[]
}

export interface Plan {
  shifts: Shift[]
  finishMin: number
  /** No plan finishes before that. */
  boundMin: number
  /** No plan finishes earlier: every order and every sharing out was weighed. */
  isBest: boolean
}

/** Minutes from one place to another. */
export type Travel = (from: string, to: string) => number

/** Up to so many jobs every plan is weighed. */
const MOST_FOR_BEST = 7

interface Crew {
  freeMin: number
  placeId: string
}

/** Who does what when, so that all is through as early as may be. The crew begins at one place. */
export function scheduled(jobs: readonly Job[], people: 1 | 2 | 3, start: string, travel: Travel): Plan {
  const crew = Array.from({ length: people }, (): Crew => ({ freeMin: 0, placeId: start }))
  const fit = jobs.map((job): Job => (job.people > people ? { ...job, people: 1 } : job))
  const boundMin = boundOf(fit, people)
  const shifts = fit.length <= MOST_FOR_BEST ? bestOf(fit, crew, travel) : byTail(fit, crew, travel)
  const finishMin = Math.max(0, ...shifts.map(({ endMin }) => endMin))
  return {
    shifts,
    finishMin,
    boundMin,
    isBest: fit.length <= MOST_FOR_BEST || finishMin <= boundMin + 1e-9,
  }
}

/** The longest chain, and all hands busy all the time. */
function boundOf(jobs: readonly Job[], people: number): number {
  const tails = tailsOf(jobs)
  const hands = jobs.reduce((sum, { workMin, people: needs }) => sum + workMin * needs, 0)
  return Math.max(0, hands / people, ...tails.values())
}

/** From the start of a job to the end of all that waits for it. */
function tailsOf(jobs: readonly Job[]): Map<number, number> {
  const tails = new Map<number, number>()
  const tail = (job: Job): number => {
    const known = tails.get(job.id)
    if (known !== undefined) return known
    const later = jobs.filter(({ after }) => after.includes(job.id)).map(tail)
    const made = job.workMin + job.waitMin + Math.max(0, ...later)
    tails.set(job.id, made)
    return made
  }
  jobs.forEach(tail)
  return tails
}

/** A job begins when what it waits for is through and its people are there. */
function shiftFor(
  job: Job,
  who: readonly number[],
  crew: readonly Crew[],
  done: readonly Shift[],
  travel: Travel,
): Shift {
  const ready = Math.max(0, ...done.filter(({ id }) => job.after.includes(id)).map(({ endMin }) => endMin))
  const there = who.map((i) => {
    const one = crew[i]
    return one ? one.freeMin + travel(one.placeId, job.placeId) : 0
  })
  const startMin = Math.max(ready, ...there)
  const freeMin = startMin + job.workMin
  return { id: job.id, startMin, freeMin, endMin: freeMin + job.waitMin, people: who }
}

const crewAfter = (crew: readonly Crew[], job: Job, { people, freeMin }: Shift): Crew[] =>
  crew.map((one, i) => (people.includes(i) ? { freeMin, placeId: job.placeId } : one))

const isReady = (job: Job, done: readonly Shift[]): boolean =>
  job.after.every((id) => done.some((shift) => shift.id === id))

/** Who can do a job: each alone, or each pair. */
function teams(size: number, people: 1 | 2): number[][] {
  const all = Array.from({ length: size }, (_, i) => i)
  return people === 1 ? all.map((i) => [i]) : all.flatMap((i) => all.slice(i + 1).map((j) => [i, j]))
}

/** Every order that the waits allow and every sharing out, cut off where it cannot be better. */
function bestOf(jobs: readonly Job[], crew: readonly Crew[], travel: Travel): Shift[] {
  const tails = tailsOf(jobs)
  let best: Shift[] = byTail(jobs, crew, travel)
  let least = finishOf(best)
  const go = (done: Shift[], now: readonly Crew[]): void => {
    if (done.length === jobs.length) {
      if (finishOf(done) < least - 1e-9) {
        best = done
        least = finishOf(done)
      }
      return
    }
    for (const job of jobs.filter((one) => !done.some(({ id }) => id === one.id) && isReady(one, done)))
      for (const who of teams(now.length, job.people)) {
        const shift = shiftFor(job, who, now, done, travel)
        if (shift.startMin + (tails.get(job.id) ?? 0) >= least - 1e-9) continue
        go([...done, shift], crewAfter(now, job, shift))
      }
  }
  go([], crew)
  return best
}

const finishOf = (shifts: readonly Shift[]): number => Math.max(0, ...shifts.map(({ endMin }) => endMin))

/** What the most waits for first, by whoever is there soonest. */
function byTail(jobs: readonly Job[], crew: readonly Crew[], travel: Travel): Shift[] {
  const tails = tailsOf(jobs)
  const done: Shift[] = []
  let now = [...crew]
  while (done.length < jobs.length) {
    const ready = jobs.filter((job) => !done.some(({ id }) => id === job.id) && isReady(job, done))
    const options = ready.flatMap((job) =>
      teams(now.length, job.people).map((who) => ({ job, shift: shiftFor(job, who, now, done, travel) })),
    )
    const [next] = options.sort(
      (a, b) =>
        a.shift.startMin - b.shift.startMin || (tails.get(b.job.id) ?? 0) - (tails.get(a.job.id) ?? 0),
    )
    if (!next) throw new Error('Jobs wait for each other in a circle.')
    done.push(next.shift)
    now = crewAfter(now, next.job, next.shift)
  }
  return done
}
