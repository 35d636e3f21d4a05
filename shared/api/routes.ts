import { z } from 'zod'
import { PERMIT_STATES } from '#core/permit/lifecycle'
import { SCHOOLS } from '#core/shade/terms'
import { CONFLICT_IDS, SEASONS } from '#core/ppe/terms'
import { ITEM_KINDS } from '#core/inspection/checklist.table'
import { contract, EVERYONE, LEAD, STAFF, WORKERS } from './contract'
import { listQuery, paged } from './list'
import { inspectionBody, inspectionSchema, itemBody, itemSchema } from '#shared/inspection/schema'
import { choiceSchema, findingSchema, jobBody, laserSchema, jobRowSchema, jobSchema, specShape } from '#shared/job/schema'
import { actionBody, overrideBody, permitCreateBody, permitDraftBody, permitRowSchema, permitSchema, roundBody, signBody } from '#shared/permit/schema'
import { eyesBody, foundShadeBody, houseChartBody, houseChartSchema, houseRow, markingBody, markingSchema } from '#shared/eyes/schema'
import { courseBody, courseSchema, personBody, personDetailSchema, personSchema, recordBody, rosterBody, rosterSchema } from '#shared/people/schema'
import { clockSchema, meSchema, pinBody, setupBody, signInBody, tokenBody, tokenSchema } from '#shared/session/schema'
import { holderSchema, moveBody, moveSchema, scanSchema, stockBody, stockSchema, STOCK_KINDS } from '#shared/stock/schema'
import { boothSchema, boothSignInBody, cardSchema, changeBody, checkAllBody, copyBody, paper, trainingBody, trainingRowSchema, trainingSchema } from '#shared/training/schema'
import { shiftSchema, siteBody, stationBody, stationSchema } from '#shared/shop/schema'

const ok = z.object({ ok: z.literal(true) })
const made = z.object({ id: z.uuid() })
const id = z.strictObject({ id: z.uuid('Not an identifier.') })
const item = z.strictObject({ kind: z.enum(ITEM_KINDS), id: z.uuid('Not an identifier.') })
const any = z.unknown()

/** Routes of the whole product but the air check, which is in ./air. */
export const routes = {
  alive: contract({ id: 'alive', method: 'GET', path: '/health/alive', summary: 'The process answers.', roles: 'public', response: ok }),
  ready: contract({ id: 'ready', method: 'GET', path: '/health/ready', summary: 'Database reachable and schema current; 503 with the reason otherwise.', roles: 'public', response: ok }),
  openapi: contract({ id: 'openapi', method: 'GET', path: '/openapi.json', summary: 'This description, OpenAPI 3.1.', roles: 'public', response: any }),

  setupState: contract({ id: 'setupState', method: 'GET', path: '/setup', summary: 'Whether the first organisation is still to be made.', roles: 'public', response: z.object({ needed: z.boolean() }) }),
  setup: contract({ id: 'setup', method: 'POST', path: '/setup', summary: 'Make the first organisation, site and lead; refused ever after.', roles: 'public', body: setupBody, response: meSchema, status: 201 }),
  signIn: contract({ id: 'signIn', method: 'POST', path: '/session', summary: 'Sign in with email and password.', roles: 'public', body: signInBody, response: meSchema }),
  signOut: contract({ id: 'signOut', method: 'DELETE', path: '/session', summary: 'Sign out; the session ends on the server.', roles: EVERYONE, response: ok }),
  me: contract({ id: 'me', method: 'GET', path: '/session', summary: 'Who is signed in, and the server clock.', roles: EVERYONE, response: z.object({ me: meSchema, clock: clockSchema }) }),
  setPin: contract({ id: 'setPin', method: 'PUT', path: '/account/pin', summary: 'Set the own PIN for signing.', roles: EVERYONE, body: pinBody, response: ok }),
  tokens: contract({ id: 'tokens', method: 'GET', path: '/account/tokens', summary: 'Own API tokens.', roles: EVERYONE, response: z.array(tokenSchema) }),
  createToken: contract({ id: 'createToken', method: 'POST', path: '/account/tokens', summary: 'Make an API token; shown once.', roles: EVERYONE, body: tokenBody, response: z.object({ id: z.uuid(), token: z.string() }), status: 201 }),
  revokeToken: contract({ id: 'revokeToken', method: 'DELETE', path: '/account/tokens/{id}', summary: 'Revoke an own API token.', roles: EVERYONE, params: id, response: ok }),

  shift: contract({ id: 'shift', method: 'GET', path: '/shift', summary: 'Running watches, locked items, inspections due today.', roles: EVERYONE, response: shiftSchema }),
  updateSite: contract({ id: 'updateSite', method: 'PUT', path: '/site', summary: 'Change the site: shift, rule set, units, time zone.', roles: LEAD, body: siteBody, response: ok }),
  people: contract({ id: 'people', method: 'GET', path: '/people', summary: 'People of the site, a page at a time.', roles: EVERYONE, query: listQuery(['name', 'role', 'number']).extend({ course: z.uuid().optional(), show: z.enum(['active', 'left', 'expiring', 'all']).default('all') }), response: paged(personSchema) }),
  person: contract({ id: 'person', method: 'GET', path: '/people/{id}', summary: 'One person: record, kit, found shades, loans, what runs out.', roles: EVERYONE, params: id, response: personDetailSchema }),
  updateRecord: contract({ id: 'updateRecord', method: 'PUT', path: '/people/{id}/record', summary: 'Change eyes, respirator, clearances and kit of a person.', roles: STAFF, params: id, body: recordBody, response: ok }),
  foundShade: contract({ id: 'foundShade', method: 'POST', path: '/people/{id}/shades', summary: 'Remember the shade found by trial; workers for themselves only. Never under the legal minimum.', roles: WORKERS, params: id, body: foundShadeBody, response: z.object({ band: z.string() }), status: 201 }),
  exportRoster: contract({ id: 'exportRoster', method: 'GET', path: '/roster.csv', summary: 'The roster as CSV, in the form that import reads.', roles: STAFF, response: any, produces: 'text/csv' }),
  importRoster: contract({ id: 'importRoster', method: 'POST', path: '/roster', summary: 'Preview a roster file, or take it over whole.', roles: LEAD, body: rosterBody, response: rosterSchema, largest: 2_200_000 }),
  courses: contract({ id: 'courses', method: 'GET', path: '/courses', summary: 'Courses with their kit lists.', roles: EVERYONE, response: z.array(courseSchema) }),
  createCourse: contract({ id: 'createCourse', method: 'POST', path: '/courses', summary: 'Add a course.', roles: STAFF, body: courseBody, response: made, status: 201 }),
  updateCourse: contract({ id: 'updateCourse', method: 'PUT', path: '/courses/{id}', summary: 'Change a course.', roles: STAFF, params: id, body: courseBody, response: ok }),
  houseCharts: contract({ id: 'houseCharts', method: 'GET', path: '/house-charts', summary: 'The shop\'s own shade charts, newest first.', roles: EVERYONE, response: z.array(houseChartSchema) }),
  createHouseChart: contract({ id: 'createHouseChart', method: 'POST', path: '/house-charts', summary: 'A new chart from a day on.', roles: LEAD, body: houseChartBody, response: made, status: 201 }),
  createPerson: contract({ id: 'createPerson', method: 'POST', path: '/people', summary: 'Add a person.', roles: LEAD, body: personBody, response: made, status: 201 }),
  updatePerson: contract({ id: 'updatePerson', method: 'PUT', path: '/people/{id}', summary: 'Change a person.', roles: LEAD, params: id, body: personBody, response: ok }),
  stations: contract({ id: 'stations', method: 'GET', path: '/stations', summary: 'Stations with their air space.', roles: EVERYONE, response: z.array(stationSchema) }),
  createStation: contract({ id: 'createStation', method: 'POST', path: '/stations', summary: 'Add a station.', roles: STAFF, body: stationBody, response: made, status: 201 }),
  updateStation: contract({ id: 'updateStation', method: 'PUT', path: '/stations/{id}', summary: 'Change a station.', roles: STAFF, params: id, body: stationBody, response: ok }),

  items: contract({ id: 'items', method: 'GET', path: '/items', summary: 'Cylinders, machines and helmets, a page at a time.', roles: EVERYONE, query: listQuery(['attention', 'label']).extend({ kind: z.enum(ITEM_KINDS).optional(), all: z.stringbool().default(false) }), response: paged(itemSchema) }),
  createItem: contract({ id: 'createItem', method: 'POST', path: '/items', summary: 'Add a cylinder, machine or helmet.', roles: STAFF, body: itemBody, response: made, status: 201 }),
  item: contract({ id: 'item', method: 'GET', path: '/items/{kind}/{id}', summary: 'One item with its newest inspections.', roles: EVERYONE, params: item, response: z.object({ item: itemSchema, inspections: z.array(inspectionSchema) }) }),
  inspect: contract({ id: 'inspect', method: 'POST', path: '/items/{kind}/{id}/inspections', summary: 'Log an inspection. On a locked item a pass by lead or instructor with a repair note unlocks it.', roles: WORKERS, params: item, body: inspectionBody, response: z.object({ result: z.enum(['pass', 'fail', 'locked']), lockReason: z.string().nullable() }), status: 201 }),

  updateItem: contract({ id: 'updateItem', method: 'PUT', path: '/items/{kind}/{id}', summary: 'Change label, ranges and details of an item.', roles: STAFF, params: item, body: itemBody, response: ok }),

  stockList: contract({ id: 'stockList', method: 'GET', path: '/stock', summary: 'The store, a page at a time.', roles: EVERYONE, query: listQuery(['name', 'code', 'order']).extend({ kind: z.enum(STOCK_KINDS).optional(), show: z.enum(['all', 'order', 'clean', 'loan', 'expired']).default('all') }), response: paged(stockSchema) }),
  createStock: contract({ id: 'createStock', method: 'POST', path: '/stock', summary: 'Add an item to the store.', roles: STAFF, body: stockBody, response: made, status: 201 }),
  stock: contract({ id: 'stock', method: 'GET', path: '/stock/{id}', summary: 'One item with its ledger and who has it.', roles: EVERYONE, params: id, response: z.object({ stock: stockSchema, moves: z.array(moveSchema), holders: z.array(holderSchema) }) }),
  updateStock: contract({ id: 'updateStock', method: 'PUT', path: '/stock/{id}', summary: 'Change an item of the store.', roles: STAFF, params: id, body: stockBody, response: ok }),
  moveStock: contract({ id: 'moveStock', method: 'POST', path: '/stock/{id}/moves', summary: 'Take in, issue, lend, take back, clean, throw out or correct.', roles: STAFF, params: id, body: moveBody, response: stockSchema, status: 201 }),
  reorderCsv: contract({ id: 'reorderCsv', method: 'GET', path: '/reorder.csv', summary: 'What to order, as CSV.', roles: EVERYONE, response: any, produces: 'text/csv' }),
  labels: contract({ id: 'labels', method: 'GET', path: '/labels.pdf', summary: 'QR labels of store, gear or booths as PDF.', roles: EVERYONE, query: paper.omit({ station: true }).extend({ of: z.enum(['stock', 'gear', 'stations']) }), response: any, produces: 'application/pdf' }),
  scan: contract({ id: 'scan', method: 'GET', path: '/scan', summary: 'What a scanned or typed code is.', roles: EVERYONE, query: z.strictObject({ code: z.string().trim().min(1, 'Type the code.').max(100) }), response: scanSchema }),

  trainings: contract({ id: 'trainings', method: 'GET', path: '/sessions', summary: 'Training sessions, newest first.', roles: EVERYONE, query: listQuery(['newest', 'title']), response: paged(trainingRowSchema) }),
  createTraining: contract({ id: 'createTraining', method: 'POST', path: '/sessions', summary: 'A new session, with everyone of the course if one is named.', roles: STAFF, body: trainingBody, response: made, status: 201 }),
  training: contract({ id: 'training', method: 'GET', path: '/sessions/{id}', summary: 'One session with the readiness of everyone in it, judged now.', roles: EVERYONE, params: id, response: trainingSchema }),
  copyTraining: contract({ id: 'copyTraining', method: 'POST', path: '/sessions/{id}/copy', summary: 'The same people, places and work on another day; presence and proofs start anew.', roles: STAFF, params: id, body: copyBody, response: made, status: 201 }),
  changeTraining: contract({ id: 'changeTraining', method: 'POST', path: '/sessions/{id}/changes', summary: 'Change a session; one step for undo.', roles: STAFF, params: id, body: z.strictObject({ change: changeBody }), response: trainingSchema }),
  undoTraining: contract({ id: 'undoTraining', method: 'POST', path: '/sessions/{id}/undo', summary: 'Take the last change back.', roles: STAFF, params: id, body: z.strictObject({}), response: trainingSchema }),
  checkAll: contract({ id: 'checkAll', method: 'POST', path: '/sessions/{id}/checks', summary: 'Log a passed pre-use check for several items at once.', roles: STAFF, params: id, body: checkAllBody, response: trainingSchema }),
  rosterPdf: contract({ id: 'rosterPdf', method: 'GET', path: '/sessions/{id}/roster.pdf', summary: 'The roster sheet as PDF.', roles: EVERYONE, params: id, query: paper, response: any, produces: 'application/pdf' }),
  boothPdf: contract({ id: 'boothPdf', method: 'GET', path: '/sessions/{id}/booths.pdf', summary: 'Booth cards as PDF, one a page.', roles: EVERYONE, params: id, query: paper, response: any, produces: 'application/pdf' }),
  card: contract({ id: 'card', method: 'GET', path: '/card', summary: 'The own card for today.', roles: EVERYONE, response: cardSchema }),
  booth: contract({ id: 'booth', method: 'GET', path: '/booths/{code}', summary: 'A scanned booth: its name and who is expected there today.', roles: 'public', params: z.strictObject({ code: z.string().regex(/^[A-Z0-9]{8,40}$/, 'Not a booth code.') }), response: boothSchema }),
  boothSignIn: contract({ id: 'boothSignIn', method: 'POST', path: '/booths/{code}/session', summary: 'Sign in at a booth by PIN, for the shift.', roles: 'public', params: z.strictObject({ code: z.string().regex(/^[A-Z0-9]{8,40}$/, 'Not a booth code.') }), body: boothSignInBody, response: meSchema }),

  jobs: contract({ id: 'jobs', method: 'GET', path: '/jobs', summary: 'Jobs, a page at a time.', roles: EVERYONE, query: listQuery(['newest', 'number', 'title']), response: paged(jobRowSchema) }),
  jobChoices: contract({ id: 'jobChoices', method: 'GET', path: '/jobs/choices', summary: 'The jobs that this person sets up most, to start from.', roles: EVERYONE, response: z.array(choiceSchema) }),
  createJob: contract({ id: 'createJob', method: 'POST', path: '/jobs', summary: 'Describe a job.', roles: WORKERS, body: jobBody, response: made, status: 201 }),
  job: contract({ id: 'job', method: 'GET', path: '/jobs/{id}', summary: 'One job with its Findings, judged now.', roles: EVERYONE, params: id, response: jobSchema }),
  updateJob: contract({ id: 'updateJob', method: 'PUT', path: '/jobs/{id}', summary: 'Change a job; refused while a permit on it is open.', roles: WORKERS, params: id, body: jobBody, response: ok }),
  copyJob: contract({ id: 'copyJob', method: 'POST', path: '/jobs/{id}/copy', summary: 'Copy a job.', roles: WORKERS, params: id, response: made, status: 201 }),
  exportJob: contract({ id: 'exportJob', method: 'GET', path: '/jobs/{id}/export', summary: 'The job with Findings and permits as one JSON document.', roles: EVERYONE, params: id, response: z.object({ format: z.literal('zonaris-job/1'), exportedAt: z.iso.datetime(), job: jobSchema, permits: z.array(permitSchema) }) }),

  permits: contract({ id: 'permits', method: 'GET', path: '/permits', summary: 'Hot-work permits, a page at a time.', roles: EVERYONE, query: listQuery(['newest', 'number']).extend({ state: z.enum(PERMIT_STATES).optional() }), response: paged(permitRowSchema) }),
  createPermit: contract({ id: 'createPermit', method: 'POST', path: '/permits', summary: 'Start a draft permit for a job.', roles: WORKERS, body: permitCreateBody, response: made, status: 201 }),
  permit: contract({ id: 'permit', method: 'GET', path: '/permits/{id}', summary: 'One permit: gates, people, countdown, events.', roles: EVERYONE, params: id, response: permitSchema }),
  updatePermit: contract({ id: 'updatePermit', method: 'PUT', path: '/permits/{id}', summary: 'Change a draft; signatures given before no longer count.', roles: WORKERS, params: id, body: permitDraftBody, response: permitSchema }),
  overridePermit: contract({ id: 'overridePermit', method: 'POST', path: '/permits/{id}/overrides', summary: 'Set a stop that is not law aside, with the reason.', roles: LEAD, params: id, body: overrideBody, response: permitSchema }),
  signPermit: contract({ id: 'signPermit', method: 'POST', path: '/permits/{id}/signatures', summary: 'Sign by PIN as operator or fire watch.', roles: WORKERS, params: id, body: signBody, response: permitSchema }),
  actOnPermit: contract({ id: 'actOnPermit', method: 'POST', path: '/permits/{id}/actions', summary: 'Issue, start, stop, resume, suspend, reinstate, revoke or close.', roles: WORKERS, params: id, body: actionBody, response: permitSchema }),
  round: contract({ id: 'round', method: 'POST', path: '/permits/{id}/rounds', summary: 'Log a round of the fire watch.', roles: WORKERS, params: id, body: roundBody, response: permitSchema }),
  permitPdf: contract({ id: 'permitPdf', method: 'GET', path: '/permits/{id}/pdf', summary: 'The permit as PDF.', roles: EVERYONE, params: id, response: any, produces: 'application/pdf' }),

  calcShade: contract({ id: 'calcShade', method: 'POST', path: '/calc/shade', summary: 'Legal minimum, working shade by the chosen school, what all schools say, and the shade for one person. A in A, electrode and plate in mm, gas flow in L/h.', roles: EVERYONE, body: z.strictObject({ process: specShape.process, amps: specShape.amps.default(null), electrode: specShape.electrode.default(null), thickness: specShape.thickness.default(null), arcHidden: specShape.arcHidden, shieldGas: specShape.shieldGas, gasFlow: specShape.gasFlow, baseMetal: specShape.baseMetal.default('unknown'), school: z.enum(SCHOOLS).optional(), house: z.array(houseRow).max(100).optional(), eyes: eyesBody.optional() }), response: z.object({ need: z.string(), floor: z.number().nullable(), working: z.number().nullable(), wanted: z.number().nullable(), schools: z.array(any), findings: z.array(findingSchema) }) }),
  calcMarking: contract({ id: 'calcMarking', method: 'POST', path: '/calc/marking', summary: 'Read what is printed on a lens, frame or helmet, and judge it for a job.', roles: EVERYONE, body: markingBody, response: markingSchema }),
  calcLaser: contract({ id: 'calcLaser', method: 'POST', path: '/calc/laser', summary: 'Optical density and hazard distances of a hand-held laser. W, nm, rad, s.', roles: EVERYONE, body: laserSchema, response: z.object({ findings: z.array(findingSchema) }) }),
  calcPpe: contract({ id: 'calcPpe', method: 'POST', path: '/calc/ppe', summary: 'What to wear, what to leave off, and what was seen that does not go with the work.', roles: EVERYONE, body: z.strictObject({ process: specShape.process, amps: specShape.amps.default(null), position: specShape.position.default('bench'), grinding: specShape.grinding, safetyToe: z.boolean().default(false), hardHat: z.boolean().default(false), season: z.enum(SEASONS).default('mild'), respirator: specShape.respirator.default('none'), seen: z.array(z.enum(CONFLICT_IDS)).default([]) }), response: z.object({ wear: z.array(any), avoid: z.array(any), findings: z.array(findingSchema) }) }),
  calcVentilation: contract({ id: 'calcVentilation', method: 'POST', path: '/calc/ventilation', summary: 'Prescriptive ventilation check and exposure estimate. SI units.', roles: EVERYONE, body: z.strictObject(specShape), response: z.object({ findings: z.array(findingSchema) }) }),
} as const
