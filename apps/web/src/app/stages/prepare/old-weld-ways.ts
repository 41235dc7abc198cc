import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { pointsWords, rodName, TOLD_LOSS } from '@variatum/presentation';
import { ComputeService } from '../../compute/compute.service';
import { JobStore, JointStore } from '../../job/stores';

/**
 * What cutting an old weld out comes to against welding over it: best rod and expected loss of both, from the same
 * beliefs.
 */
@Component({
  selector: 'va-old-weld-ways',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (found.value(); as both) {
      <p class="small" data-testid="old-weld-ways">{{ words(both) }}</p>
    } @else {
      <p class="small soft">Reckoning both</p>
    }
  `,
})
export class OldWeldWays {
  readonly joint = input.required<string>();
  private readonly jobs = inject(JobStore);
  private readonly joints = inject(JointStore);
  private readonly compute = inject(ComputeService);
  private readonly questions = computed(
    () => {
      const over = this.jobs.questionOf(this.joints.find(this.joint()) ?? null);
      if (!over) return undefined;
      const kept = over.pieces.flatMap(({ weldMetal }, index) => (weldMetal === undefined ? [index] : []));
      const { shares: _shares, aimedAt: _aimed, thicknessMm, ...joint } = over.joint ?? { type: 'fillet' as const };
      const walls = Array.isArray(thicknessMm) ? kept.flatMap((index) => thicknessMm[index] ?? []) : thicknessMm;
      // With the old weld gone it is an ordinary joint again.
      const type = joint.type === 'toe-crack' ? ('fillet' as const) : joint.type;
      const { technique: _technique, ...plain } = joint;
      return {
        over,
        out: {
          ...over,
          pieces: kept.map((index) => over.pieces[index]!),
          joint: { ...plain, type, ...(walls === undefined ? {} : { thicknessMm: walls }) },
        },
      };
    },
    { equal: (left, right) => JSON.stringify(left) === JSON.stringify(right) },
  );
  protected readonly found = rxResource({
    params: () => this.questions(),
    stream: ({ params }) => this.compute.bothFirst(params.over, params.out),
  });

  protected words([over, out]: readonly [OldWeldBest, OldWeldBest]): string {
    const said = ({ rod, expectedLoss }: OldWeldBest): string => `${rodName(rod)}, ${pointsWords(expectedLoss)} lost`;
    const better =
      out.expectedLoss < over.expectedLoss - TOLD_LOSS
        ? 'Cutting out comes out better'
        : over.expectedLoss < out.expectedLoss - TOLD_LOSS
          ? 'Welding over comes out better'
          : 'They come out alike';
    return `${better}. Over it: ${said(over)}. Cut out: ${said(out)}.`;
  }
}

/** The best rod of one way. */
interface OldWeldBest {
  readonly rod: string | null;
  readonly expectedLoss: number;
}
