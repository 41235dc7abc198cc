import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  untracked,
} from '@angular/core';
import { Router } from '@angular/router';
import { pieceLetter } from '@variatum/presentation';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { AnswerService } from '../../job/answer.service';
import { SpotEntry } from '../../job/spot-entry';
import { JobStore, JointStore, PartSelection, PieceStore } from '../../job/stores';
import { Tabs } from '../../kit/tabs';
import { LikelyGrades } from './likely-grades';
import { TestEntry } from './test-entry';
import { TestLog } from './test-log';

/** More pieces than this have no room for their names. */
const MOST_NAMED = 4;

/** What is it? Tests on one piece at a time, the grades they leave, and the next test worth its minutes. */
@Component({
  imports: [LikelyGrades, NzButtonModule, Tabs, TestEntry, TestLog],
  host: { class: 'stage' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (pieces.active().length === 0) {
      <section class="panel below"><p>There is no piece yet. Add one under Pieces.</p></section>
    } @else if (shown(); as piece) {
      <div class="below first stack">
        <va-test-entry [piece]="piece" [belief]="belief()" [wanted]="test()" (logged)="forget()" />
        <va-test-log [piece]="piece" />
      </div>
      <div class="beside stack">
        <va-tabs
          label="Piece"
          [alone]="tabs().length < 2"
          [options]="tabs()"
          [value]="piece.id"
          (chosen)="show($event)"
        >
          @if (piece.grade !== null || piece.weldMetal !== null) {
            <section class="panel stack">
              <p>
                <strong>{{ piece.grade ?? piece.weldMetal }}</strong>
                is taken as certain for {{ piece.name }}. Tests are kept but do not count.
              </p>
              <div>
                <button nz-button type="button" (click)="pieces.change(piece.id, { grade: null, weldMetal: null })">
                  Take it as unknown again
                </button>
              </div>
            </section>
          } @else {
            <va-likely-grades [piece]="piece" [belief]="belief()" />
          }
        </va-tabs>
      </div>
    }
  `,
})
export class IdentifyStage {
  /** Piece shown, from the address. */
  readonly piece = input<string>();
  /** Test to begin with, from the address. */
  readonly test = input<string>();

  protected readonly pieces = inject(PieceStore);
  private readonly answers = inject(AnswerService);
  private readonly selection = inject(PartSelection);
  private readonly router = inject(Router);

  protected readonly tabs = computed(() =>
    this.pieces.active().map(({ id, name }, index) => ({
      value: id,
      title: this.pieces.active().length > MOST_NAMED ? pieceLetter(index) : `${pieceLetter(index)} · ${name}`,
    })),
  );
  protected readonly shown = computed(() => {
    const pieces = this.pieces.active();
    return (
      pieces.find(({ id }) => id === this.selection.piece()) ??
      pieces.find(({ grade, weldMetal }) => grade === null && weldMetal === null) ??
      pieces[0] ??
      null
    );
  });
  protected readonly belief = computed(() => this.answers.beliefs()[this.shown()?.id ?? ''] ?? null);

  constructor() {
    const [joints, jobs, spot] = [inject(JointStore), inject(JobStore), inject(SpotEntry)];
    spot.wanted.set(true);
    inject(DestroyRef).onDestroy(() => spot.wanted.set(false));
    // An address may name the piece: what it names is what is looked at.
    effect(() => {
      const named = this.piece();
      if (named !== undefined) untracked(() => this.selection.piece.set(named));
    });
    effect(() => {
      const id = this.shown()?.id;
      if (id === undefined) return;
      if (this.selection.piece() !== id) this.selection.piece.set(id);
      // What a piece is matters for a joint it is in: that one is answered for.
      if (untracked(() => jobs.meeting().some((piece) => piece.id === id))) return;
      const joint = untracked(joints.all).find(({ sides }) => sides.some(({ piece }) => piece === id));
      if (joint) this.selection.joint.set(joint.id);
    });
  }

  protected show(id: string): void {
    this.selection.piece.set(id);
    void this.router.navigate([], { queryParams: { piece: id }, replaceUrl: true });
  }

  /** The test of the address is done: the same one may be asked for again. */
  protected forget(): void {
    if (this.test() !== undefined)
      void this.router.navigate([], { queryParams: { piece: this.piece() }, replaceUrl: true });
  }
}
