import { EVERYONE, WORKERS, contract } from '#shared/api/contract'
import { byId } from '#shared/api/replies'
import {
  answerBody,
  gasSetSchema,
  runSchema,
  setPartsBody,
  startRunBody,
} from '#shared/gas/set-schema'

export const gasSetRoutes = {
  gasSet: contract({
    id: 'gasSet',
    method: 'GET',
    path: '/gas-sets/{id}',
    summary:
      'One gas set: cylinders, parts, whether they belong together, and what was done with it.',
    roles: EVERYONE,
    params: byId,
    response: gasSetSchema,
  }),
  setParts: contract({
    id: 'setParts',
    method: 'PUT',
    path: '/gas-sets/{id}/parts',
    summary:
      'Say which parts are on a set and on which line. A part that is locked out, or on another set, is refused.',
    roles: WORKERS,
    params: byId,
    body: setPartsBody,
    response: gasSetSchema,
  }),
  startRun: contract({
    id: 'startRun',
    method: 'POST',
    path: '/gas-sets/{id}/runs',
    summary:
      'Begin a task on a set, step by step; one at a time. The same identifier twice counts once.',
    roles: WORKERS,
    params: byId,
    body: startRunBody,
    response: runSchema,
    status: 201,
  }),
  setRun: contract({
    id: 'setRun',
    method: 'GET',
    path: '/set-runs/{id}',
    summary: 'A task with its steps and what was answered so far.',
    roles: EVERYONE,
    params: byId,
    response: runSchema,
  }),
  answerStep: contract({
    id: 'answerStep',
    method: 'POST',
    path: '/set-runs/{id}/steps',
    summary:
      'Answer the next step. One that failed locks the set out; the same event twice counts once.',
    roles: WORKERS,
    params: byId,
    body: answerBody,
    response: runSchema,
    status: 201,
  }),
  leaveRun: contract({
    id: 'leaveRun',
    method: 'POST',
    path: '/set-runs/{id}/leave',
    summary: 'Put a task aside before its end.',
    roles: WORKERS,
    params: byId,
    response: runSchema,
  }),
}
