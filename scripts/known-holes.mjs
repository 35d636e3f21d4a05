import { ROOT } from './lib/install.mjs'
import { run, stopAll } from './lib/process.mjs'
import { main } from './lib/say.mjs'
import { knownHoles } from './lib/known-holes.mjs'

// npm run known-holes: packages that ship with Zonaris and have a hole that the registry knows. A warning, not a verdict:
// what is found is looked at by a person, and no build depends on the registry being in a good mood.
main(async () => {
  const { output } = await run(
    'npm',
    ['audit', '--omit=dev', '--json', '--fetch-retries=0', '--fetch-timeout=20000'],
    {
      cwd: ROOT,
      capture: true,
      allowFailure: true,
    },
  )
  const holes = knownHoles(output)
  if (holes === null) console.log('Warning: the registry did not say which packages have holes.')
  else if (holes.length === 0) console.log('No package that ships has a hole that is known.')
  else
    for (const { name, severity, range } of holes)
      console.log(`Warning: ${name} ${range}: ${severity}.`)
}, stopAll)
