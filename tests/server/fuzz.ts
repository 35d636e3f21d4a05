import fc from 'fast-check'
import { z } from 'zod'

/** The part of JSON Schema that the contracts use. */
interface Schema {
  type?: string | string[]
  const?: unknown
  enum?: unknown[]
  anyOf?: Schema[]
  oneOf?: Schema[]
  allOf?: Schema[]
  format?: string
  pattern?: string
  prefixItems?: Schema[]
  properties?: Record<string, Schema>
  required?: string[]
  items?: Schema | false
  minimum?: number
  maximum?: number
  exclusiveMinimum?: number
  exclusiveMaximum?: number
  minLength?: number
  maxLength?: number
  maxItems?: number
  minItems?: number
  propertyNames?: Schema
  additionalProperties?: Schema | boolean
}

const DAYS = ['2026-01-05', '1900-01-01', '9999-12-31', '2024-02-29']
const MOMENTS = ['2026-03-05T14:07:00Z', '1970-01-01T00:00:00Z', '9999-12-31T23:59:59Z']
const TINY = [5e-324, 1e-300, 1e-12]

/** Numbers at the ends of their range, next to them, tiny, huge and in the middle. */
function numbers(schema: Schema): fc.Arbitrary<number> {
  const low = schema.minimum ?? schema.exclusiveMinimum ?? -1e15
  const high = schema.maximum ?? schema.exclusiveMaximum ?? 1e15
  const isIn = (x: number): boolean =>
    x >= low && x <= high && x !== schema.exclusiveMinimum && x !== schema.exclusiveMaximum
  const ends = [low, high, 0, (low + high) / 2, ...TINY, ...TINY.map((x) => low + x), 1, -1]
  const extreme = fc.constantFrom(...ends.filter(isIn))
  if (schema.type === 'integer') {
    const most = Math.min(high, Number.MAX_SAFE_INTEGER)
    return fc.integer({
      min: Math.ceil(Math.max(low, -(2 ** 31))),
      max: Math.min(most, 2 ** 31 - 1),
    })
  }
  return fc.oneof(extreme, fc.double({ min: low, max: high, noNaN: true }).filter(isIn))
}

function objects(schema: Schema): fc.Arbitrary<unknown> {
  if (!schema.properties)
    return fc.dictionary(
      arbitraryOf(schema.propertyNames ?? { type: 'string' }) as fc.Arbitrary<string>,
      arbitraryOf(schema.additionalProperties as Schema),
      { maxKeys: 3 },
    )
  const fields = Object.entries(schema.properties).map(([name, field]) => [
    name,
    arbitraryOf(field),
  ])
  return fc.record(Object.fromEntries(fields) as Record<string, fc.Arbitrary<unknown>>, {
    requiredKeys: schema.required ?? [],
  })
}

function arbitraryOf(schema: Schema): fc.Arbitrary<unknown> {
  if (schema.const !== undefined) return fc.constant(schema.const)
  if (schema.enum) return fc.constantFrom(...schema.enum)
  const either = schema.anyOf ?? schema.oneOf
  if (either) return fc.oneof(...either.map(arbitraryOf))
  if (schema.allOf) return arbitraryOf(Object.assign({}, ...schema.allOf) as Schema)
  if (Array.isArray(schema.type))
    return fc.oneof(...schema.type.map((type) => arbitraryOf({ ...schema, type })))
  switch (schema.type) {
    case 'object':
      return objects(schema)
    case 'array':
      if (schema.prefixItems) return fc.tuple(...schema.prefixItems.map(arbitraryOf))
      return fc.array(arbitraryOf(schema.items || { type: 'string' }), {
        minLength: schema.minItems ?? 0,
        maxLength: Math.min(schema.maxItems ?? 5, 5),
      })
    case 'number':
    case 'integer':
      return numbers(schema)
    case 'boolean':
      return fc.boolean()
    case 'null':
      return fc.constant(null)
    case 'string':
      if (schema.format === 'uuid') return fc.uuid()
      if (schema.format === 'date') return fc.constantFrom(...DAYS)
      if (schema.format === 'date-time') return fc.constantFrom(...MOMENTS)
      if (schema.format === 'email') return fc.constantFrom('a@b.example', 'c@d.example')
      return fc.string({
        minLength: schema.minLength ?? 0,
        maxLength: Math.min(schema.maxLength ?? 20, 40),
      })
    case undefined:
      return fc.constant(null)
    default:
      throw new Error(`No values for ${JSON.stringify(schema)}.`)
  }
}

/** Bodies that a contract takes, with extreme numbers. What it checks across fields is not kept, so some are refused. */
export const bodiesOf = (schema: z.ZodType): fc.Arbitrary<unknown> =>
  arbitraryOf(z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' }) as Schema)
