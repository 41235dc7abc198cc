import type { TestRequest } from '@angular/common/http/testing';

/** Waits for a request that is on its way, however long the page takes. @param match requests of that kind so far */
export async function arriving(match: () => TestRequest[]): Promise<TestRequest> {
  for (;;) {
    const [request] = match();
    if (request) return request;
    await new Promise((resolve) => setTimeout(resolve));
  }
}
