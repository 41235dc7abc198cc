import type { Browser, BrowserContext, Page } from '@playwright/test';

/** A page in a browser of its own. */
export interface Person {
  readonly page: Page;
  readonly browser: BrowserContext;
}

/** Two people, each in a browser of their own, which are closed afterwards. */
export async function twoPeople(browser: Browser, act: (mine: Person, theirs: Person) => Promise<void>): Promise<void> {
  const [here, there] = await Promise.all([browser.newContext(), browser.newContext()]);
  try {
    await act({ page: await here.newPage(), browser: here }, { page: await there.newPage(), browser: there });
  } finally {
    await Promise.all([here.close(), there.close()]);
  }
}
