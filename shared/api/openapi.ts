import { z } from 'zod'
import type { Contract } from './contract'
import { allRoutes } from './all'

const errorSchema = z.object({
  error: z.object({
    code: z.string(),
    message: z.string(),
    fields: z.array(z.object({ path: z.string(), message: z.string() })).optional(),
    version: z.number().optional(),
  }),
})

const json = (schema: z.ZodType, io: 'input' | 'output'): object => {
  const { $schema: _, ...rest } = z.toJSONSchema(schema, { io, unrepresentable: 'any' })
  return rest
}

function parameters(schema: z.ZodType | undefined, where: 'path' | 'query'): object[] {
  if (!schema) return []
  const { properties = {}, required = [] } = json(schema, 'input') as {
    properties?: Record<string, object>
    required?: string[]
  }
  return Object.entries(properties).map(([name, value]) => ({
    name,
    in: where,
    required: where === 'path' || required.includes(name),
    schema: value,
  }))
}

const BYTES = { schema: { type: 'string', format: 'binary' } }

function operation(route: Contract): object {
  const refused = {
    description: 'Refused; the body says why.',
    content: { 'application/json': { schema: { $ref: '#/components/schemas/Error' } } },
  }
  const media = route.produces ?? 'application/json'
  return {
    operationId: route.id,
    summary: route.summary,
    tags: [route.path.split('/')[1]],
    description: route.roles === 'public' ? 'No sign-in.' : `Roles: ${route.roles.join(', ')}.`,
    security: route.roles === 'public' ? [] : [{ token: [] }, { cookie: [] }],
    parameters: [...parameters(route.params, 'path'), ...parameters(route.query, 'query')],
    ...(route.body && {
      requestBody: {
        required: true,
        content: route.takes
          ? Object.fromEntries(route.takes.map((type) => [type, BYTES]))
          : { 'application/json': { schema: json(route.body, 'input') } },
      },
    }),
    responses: {
      [route.status ?? 200]: {
        description: 'Done.',
        content: {
          [media]: {
            schema: route.produces
              ? { type: 'string', format: 'binary' }
              : json(route.response, 'output'),
          },
        },
      },
      ...Object.fromEntries(
        (route.roles === 'public' ? [400, 429, 503] : [400, 401, 403, 404, 409, 503]).map(
          (status) => [status, refused],
        ),
      ),
    },
  }
}

/** The API description, made from the same contracts that the server checks requests against. */
export function openApi(): object {
  const paths: Record<string, Record<string, object>> = {}
  for (const route of Object.values(allRoutes) as Contract[]) {
    paths[`/api/v1${route.path}`] ??= {}
    paths[`/api/v1${route.path}`]![route.method.toLowerCase()] = operation(route)
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Zonaris',
      version: '1',
      description:
        'Welding shop safety. Units are SI; times are UTC. Every judgement is a Finding with its reasons. Answers defer to local code and competent persons.',
    },
    paths,
    components: {
      schemas: { Error: json(errorSchema, 'output') },
      securitySchemes: {
        token: { type: 'http', scheme: 'bearer' },
        cookie: { type: 'apiKey', in: 'cookie', name: 'zonaris' },
      },
    },
  }
}
