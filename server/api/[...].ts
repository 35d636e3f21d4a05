import { defineEventHandler } from 'h3'
import { notFound } from '#server/errors'
import { refuse } from '#server/http/route'

/** Anything under /api that is no route answers in the same error shape. */
export default defineEventHandler((event) => refuse(event, notFound('route')))
