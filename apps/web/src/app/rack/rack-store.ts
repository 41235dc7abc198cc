import { inject, Injectable } from '@angular/core';
import { rodStockPutSchema, type RodStock } from '@variatum/contracts';
import { NOT_GIVEN } from '@variatum/metallurgy';
import { firstValueFrom } from 'rxjs';
import { ApiClient, type DocumentKind, requestTo, SyncedDocument } from '../sync';

/** What is known of one rod in the rack. */
export type StockEntry = Pick<RodStock, 'inStock' | 'diameterMm' | 'note'>;

const EMPTY: StockEntry = { inStock: false, diameterMm: NOT_GIVEN, note: '' };
const KEY = /^rod (.+)$/;

const entryOf = (stock: readonly RodStock[], rod: string): StockEntry => {
  const { inStock, diameterMm, note } = stock.find((one) => one.rod === rod) ?? EMPTY;
  return { inStock, diameterMm, note };
};

/** The rods at hand are one document; each rod is changed by itself, and its last change counts, whoever made it. */
const stockDocument = (api: ApiClient): DocumentKind<readonly RodStock[]> => ({
  name: 'rack',
  read: () => firstValueFrom(api.ask('GET /rod-stock')),
  versions: (stock) => stock.map(({ id, version }) => [id, version]),
  part(stock, key) {
    const rod = KEY.exec(key)?.[1];
    return rod === undefined ? undefined : { id: rod, fields: entryOf(stock, rod) };
  },
  withPart(stock, key, fields) {
    const rod = KEY.exec(key)?.[1] ?? '';
    const known = stock.some((one) => one.rod === rod);
    const all = known ? stock : [...stock, { ...EMPTY, id: '', rod, version: 0 }];
    return all.map((one) => (one.rod === rod ? { ...one, ...fields } : one));
  },
  owns: (key) => KEY.test(key),
  concerns: ({ kind }) => kind === 'rod_stock',
});

/** The rods at hand. */
@Injectable()
export class RackStore {
  readonly document = new SyncedDocument(stockDocument(inject(ApiClient)));
  /** What is in the rack; null until it has been read. */
  readonly stock = this.document.value;

  open(): Promise<void> {
    return this.document.open('');
  }

  entry(rod: string): StockEntry {
    return entryOf(this.stock() ?? [], rod);
  }

  /** Changes what is known of a rod; the whole entry is sent, so that a switch never loses a note. */
  change(rod: string, changes: Partial<StockEntry>): void {
    this.document.change({
      key: `rod ${rod}`,
      changes: { ...this.entry(rod), ...changes },
      words: `the change to ${rod}`,
      schema: rodStockPutSchema,
      operation: requestTo('PUT /rod-stock/:rod', { rod }),
    });
  }

  /** Errors of what was typed of a rod, by field. */
  errorsOf(rod: string): Readonly<Record<string, string>> {
    return this.document.errorsOf(`rod ${rod}`);
  }
}
