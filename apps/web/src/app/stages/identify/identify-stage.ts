import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Router } from '@angular/router';
import { NzButtonModule } from 'ng-zorro-antd/button';
import { AnswerService } from '../../job/answer.service';
import { PieceStore } from '../../job/stores';
import { Tabs } from '../../kit/tabs';
import { pieceLetter } from '../../words/words';
import { LikelyGrades } from './likely-grades';
import { TestEntry } from './test-entry';
import { TestLog } from './test-log';

/** What is it? Tests on one piece at a time, the grades they leave, and the next test worth its minutes. */
@Component({
  imports: [LikelyGrades, NzButtonModule, Tabs, TestEntry, TestLog],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="stack">
      @if (pieces.active().length === 0) {
        <section class="panel"><p>There is no piece yet. Add one under Pieces.</p></section>
      } @else {
        <va-tabs label="Piece" [options]="tabs()" [value]="shown()?.id" (chosen)="show($event)">
          @if (shown(); as piece) {
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
            <va-test-entry [piece]="piece" [belief]="belief()" [wanted]="test()" (logged)="forget()" />
            <va-test-log [piece]="piece" />
          }
        </va-tabs>
      }
    </div>
  `,
})
export class IdentifyStage {
  /** Piece shown, from the address. */
  readonly piece = input<string>();
  /** Test to begin with, from the address. */
  readonly test = input<string>();

  protected readonly pieces = inject(PieceStore);
  private readonly answers = inject(AnswerService);
  private readonly router = inject(Router);

  protected readonly tabs = computed(() =>
    this.pieces.active().map(({ id, name }, index) => ({ value: id, title: `${pieceLetter(index)} · ${name}` })),
  );
  protected readonly shown = computed(() => {
    const pieces = this.pieces.active();
    return (
      pieces.find(({ id }) => id === this.piece()) ??
      pieces.find(({ grade, weldMetal }) => grade === null && weldMetal === null) ??
      pieces[0] ??
      null
    );
  });
  protected readonly belief = computed(() => {
    const id = this.shown()?.id;
    return this.answers.beliefs()[this.pieces.active().findIndex((piece) => piece.id === id)] ?? null;
  });

  protected show(id: string): void {
    void this.router.navigate([], { queryParams: { piece: id }, replaceUrl: true });
  }

  /** The test of the address is done: the same one may be asked for again. */
  protected forget(): void {
    if (this.test() !== undefined)
      void this.router.navigate([], { queryParams: { piece: this.piece() }, replaceUrl: true });
  }
}
