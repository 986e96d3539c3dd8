import { expect, test } from 'vitest'
import type { JobEntry } from '../api/client'
import { listed } from './listed'

const job = (id: string, more: Partial<JobEntry> = {}): JobEntry => ({
  id,
  name: id,
  rooms: 1,
  created: '2031-01-01',
  touched: '2031-01-01',
  pinned: false,
  ...more,
})
const ids = (jobs: JobEntry[]) => jobs.map((j) => j.id).join(' ')

test('what is pinned comes first, then as asked', () => {
  const all = [
    job('Boat shed', { touched: '2031-05-01', promised: '2031-06-01' }),
    job('Attic', { touched: '2031-05-03', created: '2031-02-02' }),
    job('Wharf 10', { pinned: true }),
    job('Wharf 9', { promised: '2031-05-20', touched: '2031-05-02' }),
  ]
  expect(ids(listed(all, 'work', 'touched', ''))).toBe('Wharf 10 Attic Wharf 9 Boat shed')
  expect(ids(listed(all, 'work', 'promised', ''))).toBe('Wharf 10 Wharf 9 Boat shed Attic')
  expect(ids(listed(all, 'work', 'name', ''))).toBe('Wharf 10 Attic Boat shed Wharf 9')
  expect(ids(listed(all, 'work', 'created', ''))).toBe('Wharf 10 Attic Boat shed Wharf 9')
})

test('each stands on one shelf, and is found by every word of its name or of what is next', () => {
  const all = [
    job('Hall', { archived: '2031-05-01' }),
    job('Hall gone', { archived: '2031-05-01', deleted: '2031-05-02' }),
    job('Hall, upper', { progress: { stops: [], next: 'measure 3 walls', at: 'measure' } }),
  ]
  expect(ids(listed(all, 'work', 'name', 'HALL'))).toBe('Hall, upper')
  expect(ids(listed(all, 'away', 'name', 'hall'))).toBe('Hall')
  expect(ids(listed(all, 'deleted', 'name', 'gone hall'))).toBe('Hall gone')
  expect(ids(listed(all, 'work', 'name', 'hall walls'))).toBe('Hall, upper')
  expect(ids(listed(all, 'work', 'name', 'hall attic'))).toBe('')
})
