import { up } from './lib/up.mjs'

up({ database: 'zonaris', demo: false })
