import { expect, type Page } from '@playwright/test';

/** Goes to another view of the page that is open, as its own links do: nothing is loaded or reckoned anew. */
export async function goWithin(page: Page, path: string): Promise<void> {
  await page.evaluate((to) => {
    history.pushState(null, '', to);
    dispatchEvent(new PopStateEvent('popstate'));
  }, path);
  const { pathname } = new URL(path, page.url());
  await expect(page.locator(`nav a[aria-current][href="${pathname}"]`).first()).toBeAttached();
}
