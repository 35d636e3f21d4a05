import { writeFileSync } from 'node:fs'
import { startApp } from './app'
const app = await startApp({ demo: true })
writeFileSync('/tmp/demo.url', app.url)
setInterval(() => {}, 1e6)
