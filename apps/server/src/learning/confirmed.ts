import { SETTLING_SOURCES, type Learnt } from '@variatum/contracts';
import { learnFamily, learnTests, type TestEntry } from '@variatum/metallurgy';
import { and, desc, eq, inArray, isNotNull, isNull, ne, or } from 'drizzle-orm';
import { tables } from '../database';
import type { Scope } from '../store';
import type { Choices } from './choices';

/** Pieces looked back at, the last ones. */
const MOST_PIECES = 5000;
/** Results looked back at, the last ones: more say little new. */
const MOST_RESULTS = 3000;

/** Pieces whose grade is known by something else than the tests done here and somebody's word, in jobs that stand. */
export const confirmedIn = ({ workshop }: Scope, except: string | undefined) =>
  and(
    eq(tables.piece.workshopId, workshop),
    eq(tables.piece.kind, 'base'),
    isNotNull(tables.piece.grade),
    or(isNull(tables.piece.gradeSource), inArray(tables.piece.gradeSource, [...SETTLING_SOURCES])),
    isNull(tables.piece.withdrawnAt),
    isNull(tables.job.withdrawnAt),
    except === undefined ? undefined : ne(tables.piece.jobId, except),
  );

/** What kinds of items turned out to be made of. @param except a job whose own pieces do not count */
export async function learntFamilies(
  scope: Scope,
  { off, counts }: Choices,
  except?: string,
): Promise<Learnt['families']> {
  const { piece, job } = tables;
  const rows = await scope.database
    .select({ family: piece.itemFamily, grade: piece.grade, createdAt: piece.createdAt })
    .from(piece)
    .innerJoin(job, eq(job.id, piece.jobId))
    .where(and(confirmedIn(scope, except), isNotNull(piece.itemFamily)))
    .orderBy(desc(piece.createdAt))
    .limit(MOST_PIECES);
  const families = [...new Set(rows.flatMap(({ family }) => family ?? []))].sort();
  return families.flatMap((family) => {
    const key = `family ${family}`;
    const seen: Record<string, number> = {};
    for (const { family: own, grade, createdAt } of rows)
      if (own === family && grade !== null && counts(key, createdAt)) seen[grade] = (seen[grade] ?? 0) + 1;
    const grades = learnFamily(family, seen).map(({ grade, count, before, mean, range90: [low, high] }) => ({
      grade,
      count,
      before,
      after: mean,
      range90: [low, high] as [number, number],
    }));
    return grades.length === 0
      ? []
      : [{ key, off: off(key), family, count: grades.reduce((sum, { count }) => sum + count, 0), grades }];
  });
}

/** How good tests are in the workshop's hands, by pieces that are known by now. @param except a job whose own tests do not count */
export async function learntTestsOf(scope: Scope, { off, counts }: Choices, except?: string): Promise<Learnt['tests']> {
  const { piece, job, fieldTest } = tables;
  const rows = await scope.database
    .select({ grade: piece.grade, entry: fieldTest.entry, at: fieldTest.createdAt })
    .from(fieldTest)
    .innerJoin(piece, eq(piece.id, fieldTest.pieceId))
    .innerJoin(job, eq(job.id, piece.jobId))
    .where(and(confirmedIn(scope, except), isNull(fieldTest.struckOutAt)))
    .orderBy(desc(fieldTest.createdAt))
    .limit(MOST_RESULTS);
  const learnt = learnTests(rows.flatMap(({ grade, entry, at }) => (grade === null || !counts(`test ${entry.test}`, at) ? [] : [{ grade, test: entry as TestEntry }])));
  return Object.entries(learnt).map(([test, { range90: [low, high], ...one }]) => {
    const key = `test ${test}`;
    return { key, off: off(key), test, ...one, range90: [low, high] as [number, number] };
  });
} // prettier-ignore
