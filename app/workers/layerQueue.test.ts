import { propagationOf } from '~/core/radio/coverage'
import { ceilingAntenna } from '~/core/radio/propagation'
import { LayerQueue, slices } from './layerQueue'
import type { LayerTask } from './messages'

const grid = { x0M: 0, y0M: 0, cellM: 1, columns: 100, rows: 50, zM: 1 }
const radio = {
  xM: 0,
  yM: 0,
  zM: 2,
  outdoors: false,
  antenna: ceilingAntenna(3),
  azimuthDeg: 0,
  tiltDeg: 0,
  propagation: propagationOf('freeSpace', '5', 5500, 2, 1),
}
const tasks = (layerKey: string, cellsEach = 1000) =>
  slices({ layerKey, sceneKey: 's', radio, grid }, cellsEach)

function bench() {
  const started: { serial: number; task: LayerTask; worker: number }[] = []
  const came: string[] = []
  const workers = [0, 1].map((worker) => ({
    start: (serial: number, task: LayerTask) => void started.push({ serial, task, worker }),
  }))
  const progress: string[] = []
  const queue = new LayerQueue(
    workers,
    (task) => void came.push(`${task.layerKey} ${task.fromRow}`),
    (done, asked) => void progress.push(`${done}/${asked}`),
  )
  const finish = (i: number) => queue.finished(started[i]!.serial, new Float32Array(0))
  return { queue, started, came, finish, progress }
}

test('a layer is cut into whole rows, all of them once', () => {
  const cut = tasks('a', 1234)
  expect(cut.map(({ fromRow, toRow }) => toRow - fromRow)).toEqual([12, 12, 12, 12, 2])
  expect(tasks('a', 10)).toHaveLength(50)
})

test('each worker has one task at a time, and all come back', () => {
  const { queue, started, came, finish, progress } = bench()
  queue.add(tasks('a'))
  expect(started).toHaveLength(2)
  finish(0)
  expect(started).toHaveLength(3)
  expect(started[2]?.worker).toBe(started[0]?.worker)
  for (let i = 1; i < 5; i++) finish(i)
  expect(came).toEqual(['a 0', 'a 10', 'a 20', 'a 30', 'a 40'])
  expect(progress.at(-1)).toBe('5/5')
  expect(queue.isIdle()).toBe(true)
})

test('giving up drops what waits and what is under way, and the next is begun at once', () => {
  const { queue, started, came, finish } = bench()
  queue.add(tasks('old'))
  queue.giveUp()
  expect(queue.isIdle()).toBe(true)
  queue.add(tasks('new'))
  expect(started).toHaveLength(2)
  finish(0)
  finish(1)
  expect(came).toEqual([])
  expect(started[2]?.task.layerKey).toBe('new')
  for (let i = 2; i < 7; i++) finish(i)
  expect(came).toHaveLength(5)
})
