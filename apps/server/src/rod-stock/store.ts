import type { RodStock, RodStockPut } from '@variatum/contracts';
import { eq, sql } from 'drizzle-orm';
import { NOT_GIVEN } from '@variatum/metallurgy';
import { v7 as uuid } from 'uuid';
import { tables } from '../database';
import { orNotFound, type Scope } from '../store';

const rodStockOf = ({
  id,
  rod,
  inStock,
  diameterMm,
  note,
  version,
}: typeof tables.rodStock.$inferSelect): RodStock => ({ id, rod, inStock, diameterMm, note, version });

/** What is known of the workshop's stock of rods. */
export async function listRodStock({ database, workshop }: Scope): Promise<RodStock[]> {
  const rows = await database
    .select()
    .from(tables.rodStock)
    .where(eq(tables.rodStock.workshopId, workshop))
    .orderBy(tables.rodStock.rod);
  return rows.map(rodStockOf);
}

/** Sets what is in stock of one rod; the last word counts. */
export async function putRodStock(
  { database, workshop }: Scope,
  rod: string,
  { inStock, diameterMm = NOT_GIVEN, note = '' }: RodStockPut,
): Promise<RodStock> {
  const values = { inStock, diameterMm, note, updatedAt: new Date() };
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
