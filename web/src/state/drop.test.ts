import { expect, test } from 'vitest'
import { kindOf } from './drop'

test('a file is known by its name and how it begins', () => {
  expect(kindOf('ferry.json', '{"gnomon": 8, "name": "x"}')).toBe('job')
  expect(kindOf('shop.json', '{\n  "gnomon_shop": 1,\n "shop": {"gnomon": 8}}')).toBe('shop')
  expect(kindOf('other.json', '{"a": 1}')).toBe(null)
  expect(kindOf('hall.CSV', 'room,floor,closed,wall,length\nHall,,yes,1,120')).toBe('survey')
  expect(kindOf('base.csv', 'u,z,bow\n0,0,0')).toBe('section')
  expect(kindOf('base.csv', '0,0\n5,0')).toBe('section')
  expect(kindOf('base.svg', '<svg/>')).toBe('section')
  expect(kindOf('photo.jpg', '')).toBe(null)
})
