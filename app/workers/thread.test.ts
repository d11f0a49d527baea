import { MessageChannel } from 'node:worker_threads'
import type { MessagePort } from 'node:worker_threads'
import { expose } from 'comlink'
import type { Endpoint } from 'comlink'
import nodeEndpoint from 'comlink/dist/umd/node-adapter'
import { NO_THREADS, startJob } from './thread'

const service = {
  double: (value: number) => value * 2,
  refuse: () => {
    throw new Error('there is no such radio')
  },
  never: () => new Promise<number>(() => undefined),
}
type Service = typeof service

/** A worker as a page sees it, its thread being the other end of a channel here. */
class FakeWorker extends EventTarget {
  readonly port: MessagePort
  private readonly there: MessagePort
  private readonly near: Endpoint
  isTerminated = false

  constructor() {
    super()
    const { port1, port2 } = new MessageChannel()
    this.port = port1
    this.there = port2
    expose(service, nodeEndpoint(port2))
    this.near = nodeEndpoint(port1)
  }
  postMessage(message: unknown, transfer?: Transferable[]): void {
    this.near.postMessage(message, transfer)
  }
  override addEventListener(type: string, listener: EventListener): void {
    if (type === 'message') this.near.addEventListener(type, listener)
    else super.addEventListener(type, listener)
  }
  override removeEventListener(type: string, listener: EventListener): void {
    if (type === 'message') this.near.removeEventListener(type, listener)
    else super.removeEventListener(type, listener)
  }
  terminate(): void {
    this.isTerminated = true
    this.port.close()
    this.there.close()
  }
}

const soon = () => new Promise((resolve) => setTimeout(resolve, 60))
/** Until something was heard, at most for three seconds. */
async function until(told: readonly string[]): Promise<void> {
  for (let i = 0; i < 50 && told.length === 0; i++) await soon()
}

/** One job, and what was heard of it. */
function heard(work: Parameters<typeof startJob<Service, number>>[1]) {
  const worker = new FakeWorker()
  const told: string[] = []
  const job = startJob<Service, number>(() => worker as unknown as Worker, work, {
    done: (value) => void told.push(`done ${value}`),
    failed: (reason) => void told.push(`failed: ${reason}`),
  })
  return { worker, told, job }
}

describe('a job in a thread', () => {
  beforeAll(() => Object.assign(globalThis, { Worker: FakeWorker }))
  afterAll(() => void Reflect.deleteProperty(globalThis, 'Worker'))

  test('its value comes back, and its thread ends with it', async () => {
    const { worker, told } = heard((one) => one.double(21))
    await until(told)
    expect(told).toEqual(['done 42'])
    expect(worker.isTerminated).toBe(true)
  })

  test('what it throws is its reason', async () => {
    const { worker, told } = heard((one) => one.refuse())
    await until(told)
    expect(told).toEqual(['failed: there is no such radio'])
    expect(worker.isTerminated).toBe(true)
  })

  test.each([
    ['error', { message: 'no memory' }, 'failed: no memory'],
    ['error', {}, 'failed: its thread did not start or broke down'],
    ['messageerror', {}, 'failed: its thread sent what cannot be read'],
  ])('a thread that dies is heard of once: %s', async (type, part, expected) => {
    const { worker, told } = heard((one) => one.never())
    await soon()
    const event = Object.assign(new Event(type), part)
    worker.dispatchEvent(event)
    worker.dispatchEvent(event)
    await soon()
    expect(told).toEqual([expected])
    expect(worker.isTerminated).toBe(true)
  })

  test('ended, nothing is heard of it, whatever it does', async () => {
    const { worker, told, job } = heard((one) => one.double(1))
    job.end()
    worker.dispatchEvent(new Event('error'))
    await soon()
    expect(told).toEqual([])
    expect(worker.isTerminated).toBe(true)
  })
})

test('a browser without threads: refused with a sentence', () => {
  const told: string[] = []
  startJob<Service, number>(
    () => {
      throw new Error('not reached')
    },
    (one) => one.double(1),
    { done: () => undefined, failed: (reason) => void told.push(reason) },
  )
  expect(told).toEqual([NO_THREADS])
})
