const OWNER = 'zonaris-owner'

/** Whose answers this device keeps: the one who signed in last; null: nobody's. */
export const keptOwner = (): string | null => localStorage.getItem(OWNER)

export function setKeptOwner(person: string | null): void {
  if (person === null) localStorage.removeItem(OWNER)
  else localStorage.setItem(OWNER, person)
}
