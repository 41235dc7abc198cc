import type { Learnt } from '@variatum/contracts';
import { learnFamily, learnTests, type TestEntry } from '@variatum/metallurgy';
import { and, desc, eq, isNotNull, isNull, ne, sql } from 'drizzle-orm';
import { tables } from '../database';
import type { Scope } from '../store';

/** Results looked back at, the last ones: more say little new. */
const MOST_RESULTS = 3000;

/** Pieces whose grade somebody takes as known, in jobs that stand. */
const confirmedIn = ({ workshop }: Scope, except: string | undefined) =>
  and(
    eq(tables.piece.workshopId, workshop),
    eq(tables.piece.kind, 'base'),
    isNotNull(tables.piece.grade),
    isNull(tables.piece.withdrawnAt),
    isNull(tables.job.withdrawnAt),
    except === undefined ? undefined : ne(tables.piece.jobId, except),
  );

/** What kinds of items turned out to be made of. @param except a job whose own pieces do not count */
export async function learntFamilies(
  scope: Scope,
  off: (key: string) => boolean,
  except?: string,
): Promise<Learnt['families']> {
  const { piece, job } = tables;
  const rows = await scope.database
    .select({ family: piece.itemFamily, grade: piece.grade, count: sql<number>`count(*)::int` })
    .from(piece)
    .innerJoin(job, eq(job.id, piece.jobId))
    .where(and(confirmedIn(scope, except), isNotNull(piece.itemFamily)))
    .groupBy(piece.itemFamily, piece.grade);
  const families = [...new Set(rows.flatMap(({ family }) => family ?? []))].sort();
  return families.flatMap((family) => {
    const counts = Object.fromEntries(
      rows.flatMap((row) => (row.family === family && row.grade !== null ? [[row.grade, row.count]] : [])),
    );
    const grades = learnFamily(family, counts).map(({ grade, count, before, mean, range90: [low, high] }) => ({
      grade,
      count,
      before,
      after: mean,
      range90: [low, high] as [number, number],
    }));
    const key = `family ${family}`;
    return grades.length === 0
      ? []
      : [{ key, off: off(key), family, count: grades.reduce((sum, { count }) => sum + count, 0), grades }];
  });
}

/** How good tests are in the workshop's hands, by pieces that are known by now. @param except a job whose own tests do not count */
export async function learntTestsOf(scope: Scope, off: (key: string) => boolean, except?: string): Promise<Learnt['tests']> {
  const { piece, job, fieldTest } = tables;
  const rows = await scope.database
    .select({ grade: piece.grade, entry: fieldTest.entry })
    .from(fieldTest)
    .innerJoin(piece, eq(piece.id, fieldTest.pieceId))
    .innerJoin(job, eq(job.id, piece.jobId))
    .where(and(confirmedIn(scope, except), isNull(fieldTest.struckOutAt)))
    .orderBy(desc(fieldTest.createdAt))
    .limit(MOST_RESULTS);
  const learnt = learnTests(rows.flatMap(({ grade, entry }) => (grade === null ? [] : [{ grade, test: entry as TestEntry }])));
  return Object.entries(learnt).map(([test, { range90: [low, high], ...one }]) => {
    const key = `test ${test}`;
    return { key, off: off(key), test, ...one, range90: [low, high] as [number, number] };
  });
} // prettier-ignore
