import fc from 'fast-check'
import { expect, test } from 'vitest'
import { ascending } from '#core/plan/ascending'

const few = fc.array(fc.integer(), { maxLength: 10 })
const many = fc.array(fc.double({ noNaN: true }), { minLength: 30, maxLength: 80 })

test('numbers come in order, each as often as before', () => {
  fc.assert(
    fc.property(fc.oneof(few, many), (numbers) => {
      const sorted = numbers.toSorted((one, other) => one - other)
      expect(ascending([...numbers])).toEqual(sorted)
    }),
  )
})
