import type { RodStock, RodStockPut } from '@variatum/contracts';
import { eq, sql } from 'drizzle-orm';
import { NOT_GIVEN } from '@variatum/metallurgy';
import { v7 as uuid } from 'uuid';
import { tables } from '../database';
import type { Scope } from '../store';
import { orNotFound } from '../store';

const rodStockOf = ({
  id,
  rod,
  onShelf,
  diameterMm,
  note,
  version,
}: typeof tables.rodStock.$inferSelect): RodStock => ({ id, rod, onShelf, diameterMm, note, version });

/** What is known of the workshop's shelf. */
export async function listRodStock({ database, workshop }: Scope): Promise<RodStock[]> {
  const rows = await database
    .select()
    .from(tables.rodStock)
    .where(eq(tables.rodStock.workshopId, workshop))
    .orderBy(tables.rodStock.rod);
  return rows.map(rodStockOf);
}

/** Sets what is on the shelf of one rod; the last word counts. */
export async function putRodStock(
  { database, workshop }: Scope,
  rod: string,
  { onShelf, diameterMm = NOT_GIVEN, note = '' }: RodStockPut,
): Promise<RodStock> {
  const values = { onShelf, diameterMm, note, updatedAt: new Date() };
  const [row] = await database
    .insert(tables.rodStock)
    .values({ id: uuid(), workshopId: workshop, rod, ...values })
    .onConflictDoUpdate({
      target: [tables.rodStock.workshopId, tables.rodStock.rod],
      set: { ...values, version: sql`${tables.rodStock.version} + 1` },
    })
    .returning();
  return rodStockOf(orNotFound('rod', row));
}
