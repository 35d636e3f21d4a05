import { up } from './lib/up.mjs'

up({ database: 'zonaris_demo', demo: true })
