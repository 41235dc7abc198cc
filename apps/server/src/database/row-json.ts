import { sql, type AnyColumn, type SQL } from 'drizzle-orm';
import type { PgTable } from 'drizzle-orm/pg-core';

/** A row as JSON brings it: moments come as text. */
export type JsonRow<Row> = {
  readonly [Field in keyof Row]: Row[Field] extends Date
    ? string
    : Row[Field] extends Date | null
      ? string | null
      : Row[Field];
};

/**
 * Rows of a table as a JSON array inside another statement, so that a thing and all that is on it are one question.
 * @param fields what each row carries, by the name it has in the answer
 */
export function rowsJson<Row>(
  table: PgTable,
  fields: Readonly<Record<keyof Row & string, AnyColumn | SQL>>,
  where: SQL,
  orderBy: SQL,
): SQL<JsonRow<Row>[]> {
  const pairs = Object.entries<AnyColumn | SQL>(fields).map(([name, value]) => sql`${sql.raw(`'${name}'`)}, ${value}`);
  const row = sql`json_build_object(${sql.join(pairs, sql`, `)})`;
  // Nested, so that columns keep their table's name: the builder leaves it away in what stands directly in a selection.
  return sql`${sql`(select coalesce(json_agg(${row} order by ${orderBy}), '[]') from ${table} where ${where})`}`;
}

/** A moment as every answer gives it, whether the driver or JSON brought it. */
export const momentOf = (moment: Date | string): string => new Date(moment).toISOString();

/** As `momentOf`, for what may not have come yet. */
export const momentOrNull = (moment: Date | string | null): string | null =>
  moment === null ? null : momentOf(moment);
