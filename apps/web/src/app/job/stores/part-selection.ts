import { Injectable, signal } from '@angular/core';

/** What of the part is looked at: one of its pieces, one of its joints. Kept while going from stage to stage. */
@Injectable()
export class PartSelection {
  /** Identifier of the joint; null: the first one. */
  readonly joint = signal<string | null>(null);
  /** Identifier of the piece; null: as the stage thinks best. */
  readonly piece = signal<string | null>(null);

  /** Nothing is looked at in particular: another job was opened. */
  clear(): void {
    this.joint.set(null);
    this.piece.set(null);
  }
}
