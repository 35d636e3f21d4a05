import { test as base } from '@playwright/test'

/** A page that a test leaves open goes on asking for its server, and slows every test after it: what it opened is closed with it. */
export const test = base.extend<{ closed: void }>({
  closed: [
    async ({ browser }, use) => {
      const before = new Set(browser.contexts())
      await use()
      const opened = browser.contexts().filter((context) => !before.has(context))
      await Promise.all(opened.map((context) => context.close()))
    },
    { auto: true },
  ],
})
