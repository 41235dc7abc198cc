import { SETTLING_SOURCES, type Learnt } from '@variatum/contracts';
import { learnFamily, learnTests, withTakeable, type TestEntry } from '@variatum/metallurgy';
import { and, desc, eq, inArray, isNotNull, isNull, ne, or } from 'drizzle-orm';
import { tables } from '../database';
import type { Scope } from '../store';
import type { Choices } from './choices';
import type { LearntSome } from './dilutions';

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
): Promise<LearntSome<Learnt['families']>> {
  const { piece, job } = tables;
  const rows = await scope.database
    .select({ family: piece.itemFamily, grade: piece.grade, createdAt: piece.createdAt })
    .from(piece)
    .innerJoin(job, eq(job.id, piece.jobId))
    .where(and(confirmedIn(scope, except), isNotNull(piece.itemFamily)))
    .orderBy(desc(piece.createdAt))
    .limit(MOST_PIECES);
  const families = [...new Set(rows.flatMap(({ family }) => family ?? []))].sort();
  let leftOut = 0;
  const learnt = families.flatMap((family): Learnt['families'] => {
    const key = `family ${family}`;
    const own = rows.flatMap(({ family: of, grade, createdAt }) =>
      of === family && grade !== null && counts(key, createdAt) ? [grade] : [],
    );
    const taken = withTakeable(own, (some) => (some.length === 0 ? [] : learnFamily(family, countsOf(some))));
    leftOut += taken.leftOut;
    const grades = taken.result.map(({ grade, count, before, mean, range90: [low, high] }) => ({
      grade,
      count,
      before,
      after: mean,
      range90: [low, high] as [number, number],
    }));
    const count = grades.reduce((sum, one) => sum + one.count, 0);
    return grades.length === 0 ? [] : [{ key, off: off(key), family, count, grades }];
  });
  return { learnt, leftOut };
}

/** How often each name stands in a list. */
function countsOf(names: readonly string[]): Readonly<Record<string, number>> {
  const counts: Record<string, number> = {};
  for (const name of names) counts[name] = (counts[name] ?? 0) + 1;
  return counts;
}

/**
 * How good tests are in the workshop's hands, by pieces that are known by now.
 * @param except a job whose own tests do not count
 */
export async function learntTestsOf(
  scope: Scope,
  { off, counts }: Choices,
  except?: string,
): Promise<LearntSome<Learnt['tests']>> {
  const { piece, job, fieldTest } = tables;
  const rows = await scope.database
    .select({ grade: piece.grade, entry: fieldTest.entry, at: fieldTest.createdAt })
    .from(fieldTest)
    .innerJoin(piece, eq(piece.id, fieldTest.pieceId))
    .innerJoin(job, eq(job.id, piece.jobId))
    .where(and(confirmedIn(scope, except), isNull(fieldTest.struckOutAt)))
    .orderBy(desc(fieldTest.createdAt))
    .limit(MOST_RESULTS);
  const results = rows.flatMap(({ grade, entry, at }) =>
    grade === null || !counts(`test ${entry.test}`, at) ? [] : [{ grade, test: entry as TestEntry }],
  );
  const { result, leftOut } = withTakeable(results, learnTests);
  const learnt = Object.entries(result).map(([test, one]) => {
    const key = `test ${test}`;
    const [low, high] = one.range90;
    return { key, off: off(key), test, ...one, range90: [low, high] as [number, number] };
  });
  return { learnt, leftOut };
}
