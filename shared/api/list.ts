import { z } from 'zod'

export const PAGE_SIZE = 25

/** Query of a list: search text, page, order. */
export const listQuery = <const T extends readonly [string, ...string[]]>(sorts: T) =>
  z.strictObject({
    q: z.string().trim().max(100).default(''),
    page: z.coerce.number().int().min(1).max(100_000).default(1),
    sort: z.enum(sorts).default(sorts[0] as never) as unknown as z.ZodDefault<
      z.ZodEnum<{ [K in T[number]]: K }>
    >,
  })

/** One page of a list, with the count of all. */
export const paged = <T extends z.ZodType>(row: T) =>
  z.object({ rows: z.array(row), total: z.number(), page: z.number(), pages: z.number() })
