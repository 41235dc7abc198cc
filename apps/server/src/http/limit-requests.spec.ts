import express from 'express';
import supertest from 'supertest';
import { errorHandler } from './error-handler';
import { limitRequests, type SharedCount } from './limit-requests';

/** A count in memory that several applications share, as they share a database. */
function common(most: number): SharedCount & { writes: number } {
  let used = 0;
  return {
    writes: 0,
    take(_client, points) {
      this.writes++;
      used += points;
      return Promise.resolve({ granted: used <= most, seconds: 30 });
    },
  };
}

const application = (count: SharedCount, lot: number): ReturnType<typeof supertest> => {
  const app = express();
  app.use(limitRequests(count, lot));
  app.get('/', (_request, response) => void response.json({}));
  app.use(errorHandler);
  return supertest(app);
};

test('two processes draw from one count, and write there once for a whole lot', async () => {
  const count = common(20);
  const [here, there] = [application(count, 5), application(count, 5)];
  const answers: number[] = [];
  for (let round = 0; round < 14; round++) answers.push((await here.get('/')).status, (await there.get('/')).status);
  expect(answers.filter((status) => status === 200)).toHaveLength(20);
  expect(answers.filter((status) => status === 429)).toHaveLength(8);
  expect(count.writes).toBeLessThanOrEqual(6);
});

test('requests that come at once draw one lot together', async () => {
  const count = common(1000);
  const app = application(count, 50);
  const answers = await Promise.all(Array.from({ length: 20 }, () => app.get('/')));
  expect(answers.every(({ status }) => status === 200)).toBe(true);
  expect(count.writes).toBe(1);
});
