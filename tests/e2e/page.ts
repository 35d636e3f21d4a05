import { expect, type Locator, type Page } from '@playwright/test'
import AxeBuilder from '@axe-core/playwright'

/** Collects what a page should never say: script errors and console errors. Answers that the test provokes are named. */
export function listen(page: Page, expected: RegExp[] = []): string[] {
  const heard: string[] = []
  const note = (text: string): void => {
    if (!expected.some((pattern) => pattern.test(text))) heard.push(text)
  }
  // A resource that failed is told without its address.
  page.on('console', (message) => {
    if (message.type() === 'error') note(`${message.text()} ${message.location().url}`)
  })
  page.on('pageerror', (error) => note(error.message))
  return heard
}

export async function signIn(
  page: Page,
  url: string,
  email: string,
  password: string,
): Promise<void> {
  await page.goto(`${url}/sign-in`)
  await page.getByLabel('Email').fill(email)
  await page.getByLabel('Password').fill(password)
  await page.getByRole('button', { name: 'Sign in' }).click()
  await page.waitForURL((address) => !address.pathname.startsWith('/sign-in'))
}

/**
 * As long as a list is open a press beside it only closes it, and as it goes it takes the focus
 * back to its field: what is typed meanwhile goes there.
 */
export const noListOpen = (page: Page): Promise<void> =>
  expect(page.getByRole('listbox')).toHaveCount(0)

/** Choose from a select that closes by itself, by what it shows. */
export async function pick(page: Page, trigger: Locator, option: string | RegExp): Promise<void> {
  await trigger.click()
  await page.getByRole('option', { name: option, exact: true }).click()
  await noListOpen(page)
}

/** Choose from a select that may stay open. In a dialog it is `pick`, as Escape would close that. */
export async function choose(page: Page, trigger: Locator, option: string | RegExp): Promise<void> {
  await trigger.click()
  await page.getByRole('option', { name: option }).first().click()
  await page.keyboard.press('Escape')
  await noListOpen(page)
}

export const group = (page: Page | Locator, testId: string, answer: string): Locator =>
  page.getByTestId(testId).getByText(answer, { exact: true })

/** Moderate by axe, but a screen reader loses its way by it. */
const NOT_LESS = ['heading-order']

/** No serious or critical fault by axe on the page as it stands; by all rules, by one only, or without one. */
export async function expectAccessible(
  page: Page,
  rules: { only?: string; without?: string } = {},
): Promise<void> {
  // Half way from one colour to the next a letter is hard to read.
  await page.evaluate(() =>
    Promise.all(
      document
        .getAnimations()
        .filter(({ effect }) => effect?.getComputedTiming().endTime !== Infinity)
        .map(({ finished }) => finished.catch(() => null)),
    ),
  )
  const axe = new AxeBuilder({ page })
  if (rules.only) axe.withRules([rules.only])
  if (rules.without) axe.disableRules([rules.without])
  const { violations } = await axe.analyze()
  const serious = violations.filter(
    ({ id, impact }) => impact === 'serious' || impact === 'critical' || NOT_LESS.includes(id),
  )
  expect(
    serious.map(
      (fault) =>
        `${fault.id}: ${fault.nodes
          .map((node) => node.html.slice(0, 140))
          .slice(0, 3)
          .join(' | ')}`,
    ),
  ).toEqual([])
}

export async function expectNoSidewaysScroll(page: Page): Promise<void> {
  expect(
    await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth),
  ).toBeLessThanOrEqual(0)
}
