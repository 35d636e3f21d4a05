import { contract } from '#shared/api/contract'
import { document, done } from '#shared/api/replies'

export const apiRoutes = {
  alive: contract({
    id: 'alive',
    method: 'GET',
    path: '/health/alive',
    summary: 'The process answers.',
    roles: 'public',
    response: done,
  }),
  ready: contract({
    id: 'ready',
    method: 'GET',
    path: '/health/ready',
    summary: 'Database reachable and schema current; 503 with the reason otherwise.',
    roles: 'public',
    response: done,
  }),
  openapi: contract({
    id: 'openapi',
    method: 'GET',
    path: '/openapi.json',
    summary: 'This description, OpenAPI 3.1.',
    roles: 'public',
    response: document,
  }),
}
