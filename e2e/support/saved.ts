import { expect, type Page } from '@playwright/test';

/** Waits until the page says that everything typed is saved. */
export const saved = (page: Page): Promise<void> =>
  expect(page.getByRole('status').filter({ hasText: /^Saved$/ })).toBeVisible();
