import { z } from 'zod'
import { SCHOOLS } from '#core/shade/terms'
import { EVERYONE, LEAD, contract } from '#shared/api/contract'
import { made } from '#shared/api/replies'
import {
  eyesBody,
  houseChartBody,
  houseChartSchema,
  houseRow,
  markingBody,
  markingSchema,
} from '#shared/eyes/schema'
import { findingSchema } from '#shared/finding/schema'
import { laserSchema, specShape } from '#shared/job/schema'

export const eyesRoutes = {
  houseCharts: contract({
    id: 'houseCharts',
    method: 'GET',
    path: '/house-charts',
    summary: "The shop's own shade charts, newest first.",
    roles: EVERYONE,
    response: z.array(houseChartSchema),
  }),
  createHouseChart: contract({
    id: 'createHouseChart',
    method: 'POST',
    path: '/house-charts',
    summary: 'A new chart from a day on.',
    roles: LEAD,
    body: houseChartBody,
    response: made,
    status: 201,
  }),
  calcShade: contract({
    id: 'calcShade',
    method: 'POST',
    path: '/calc/shade',
    summary:
      'Legal minimum, working shade by the chosen school, what all schools say, and the shade for one person. A in A, electrode and plate in mm, gas flow in L/h.',
    roles: EVERYONE,
    body: z.strictObject({
      process: specShape.process,
      amps: specShape.amps.default(null),
      electrode: specShape.electrode.default(null),
      thickness: specShape.thickness.default(null),
      arcHidden: specShape.arcHidden,
      shieldGas: specShape.shieldGas,
      gasFlow: specShape.gasFlow,
      baseMetal: specShape.baseMetal.default('unknown'),
      school: z.enum(SCHOOLS).optional(),
      house: z.array(houseRow).max(100).optional(),
      eyes: eyesBody.optional(),
    }),
    response: z.object({
      need: z.string(),
      floor: z.number().nullable(),
      working: z.number().nullable(),
      wanted: z.number().nullable(),
      schools: z.array(z.unknown()),
      findings: z.array(findingSchema),
    }),
  }),
  calcMarking: contract({
    id: 'calcMarking',
    method: 'POST',
    path: '/calc/marking',
    summary: 'Read what is printed on a lens, frame or helmet, and judge it for a job.',
    roles: EVERYONE,
    body: markingBody,
    response: markingSchema,
  }),
  calcLaser: contract({
    id: 'calcLaser',
    method: 'POST',
    path: '/calc/laser',
    summary: 'Optical density and hazard distances of a hand-held laser. W, nm, rad, s.',
    roles: EVERYONE,
    body: laserSchema,
    response: z.object({ findings: z.array(findingSchema) }),
  }),
}
