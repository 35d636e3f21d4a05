import { z } from 'zod'
import { EVERYONE, STAFF, contract } from '#shared/api/contract'
import { byId, done, made } from '#shared/api/replies'
import {
  LISTED,
  LISTED_OCCASIONS,
  checklistChangeBody,
  checklistChangeSchema,
  checklistVersionSchema,
} from '#shared/inspection/checklist'
import { ownKindBody, ownKindSchema } from '#shared/inspection/kind'

const whichChecklist = z.strictObject({
  kind: z.enum(LISTED),
  occasion: z.enum(LISTED_OCCASIONS),
})
const ofKind = z.strictObject({ kindId: z.uuid().optional() })

/** Kinds of gear that a shop adds, and what it changes on the checklists. */
export const gearKindRoutes = {
  gearKinds: contract({
    id: 'gearKinds',
    method: 'GET',
    path: '/gear-kinds',
    summary: 'Kinds of gear of this shop, and what it changes on the checklists of all kinds.',
    roles: EVERYONE,
    response: z.object({ own: z.array(ownKindSchema), changes: z.array(checklistChangeSchema) }),
    kept: true,
  }),
  createGearKind: contract({
    id: 'createGearKind',
    method: 'POST',
    path: '/gear-kinds',
    summary: 'Add a kind of gear.',
    roles: STAFF,
    body: ownKindBody,
    response: made,
    status: 201,
  }),
  updateGearKind: contract({
    id: 'updateGearKind',
    method: 'PUT',
    path: '/gear-kinds/{id}',
    summary: 'Change a kind of gear that the shop added.',
    roles: STAFF,
    params: byId,
    body: ownKindBody,
    response: done,
  }),
  changeChecklist: contract({
    id: 'changeChecklist',
    method: 'PUT',
    path: '/checklists/{kind}/{occasion}',
    summary:
      'Add lines to a checklist, bring its limits closer, or switch lines off with a reason; a line that locks out only by a lead.',
    roles: STAFF,
    params: whichChecklist,
    query: ofKind,
    body: checklistChangeBody,
    response: done,
  }),
  checklistVersions: contract({
    id: 'checklistVersions',
    method: 'GET',
    path: '/checklists/{kind}/{occasion}/versions',
    summary: 'Versions of a checklist by which inspections were made, newest first.',
    roles: EVERYONE,
    params: whichChecklist,
    query: ofKind,
    response: z.array(checklistVersionSchema),
  }),
}
