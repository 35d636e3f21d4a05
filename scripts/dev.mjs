import { up } from './lib/up.mjs'

// The demo from the sources, reloaded as they change; /dev/parts shows the parts the screens are made of.
up({ database: 'zonaris_demo', demo: true, watch: true })
