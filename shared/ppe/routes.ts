import { z } from 'zod'
import { CONFLICT_IDS, SEASONS } from '#core/ppe/terms'
import { EVERYONE, contract } from '#shared/api/contract'
import { findingSchema } from '#shared/finding/schema'
import { specShape } from '#shared/job/schema'

export const ppeRoutes = {
  calcPpe: contract({
    id: 'calcPpe',
    method: 'POST',
    path: '/calc/ppe',
    summary: 'What to wear, what to leave off, and what was seen that does not go with the work.',
    roles: EVERYONE,
    body: z.strictObject({
      process: specShape.process,
      amps: specShape.amps.default(null),
      position: specShape.position.default('bench'),
      grinding: specShape.grinding,
      // Not told: a whole shift of it.
      arcMinutes: specShape.arcMinutes.default(480),
      noise: specShape.noise,
      safetyToe: z.boolean().default(false),
      hardHat: z.boolean().default(false),
      season: z.enum(SEASONS).default('mild'),
      respirator: specShape.respirator.default('none'),
      seen: z.array(z.enum(CONFLICT_IDS)).default([]),
    }),
    response: z.object({
      wear: z.array(z.unknown()),
      avoid: z.array(z.unknown()),
      findings: z.array(findingSchema),
    }),
  }),
}
