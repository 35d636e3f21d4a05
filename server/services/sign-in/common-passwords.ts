import { dictionary } from '@zxcvbn-ts/language-common'
import { fieldError } from '#server/errors'

/** As short as a password may be. */
const SHORTEST = 12

/** Passwords known from breaches that our rule would let pass, in small letters. */
const COMMON = new Set(
  dictionary['passwords-common'].map(String).filter((password) => password.length >= SHORTEST),
)

const letters = (text: string): string => text.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '')

/** @throws AppError 400 at `path` for a password that many have, or that is made of the name or address of its person */
export function requireUncommon(
  password: string,
  person: { name: string; email: string | null },
  path: string,
): void {
  const plain = letters(password)
  const own = [person.name, person.email?.split('@')[0] ?? '', person.email ?? '', 'zonaris']
    .map(letters)
    .filter((word) => word.length >= 4)
  const rest = own.reduce((left, word) => left.replaceAll(word, ''), plain)
  if (COMMON.has(password.toLowerCase()) || rest.length < SHORTEST / 2)
    throw fieldError(
      path,
      'Too easy to guess: many use it, or it is made of your name. Take a few words that do not belong together.',
    )
}
