import { closePool } from '#server/db/pool'
import { letIn } from '#server/services/sign-in/let-in'

const email = process.argv[2]!
try {
  const people = await letIn(email)
  if (people.length === 0) {
    console.log(`Nobody active signs in with ${email}.`)
    process.exitCode = 1
  }
  for (const { organisation, password } of people)
    console.log(
      `New password of ${email} in ${organisation}: ${password}\nChange it after signing in.`,
    )
} finally {
  await closePool()
}
