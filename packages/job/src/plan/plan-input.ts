import type { JobDetail, Learnt, RodStock, Workshop } from '@variatum/contracts';
import type { KeptResults } from './kept-answers';

/** What a plan is made from. The same gives the same bytes wherever it is made. */
export interface PlanInput {
  readonly job: JobDetail;
  readonly workshop?:
    Partial<Pick<Workshop, 'machines' | 'acceptanceProfiles' | 'preferences' | 'rates'>> | null | undefined;
  readonly stock?: readonly RodStock[] | undefined;
  readonly learnt?: Learnt | null | undefined;
  readonly results?: KeptResults | undefined;
  readonly seed: number;
  /** Draws of a choice that is reckoned anew; left out: as many as settle it. */
  readonly samples?: number | undefined;
  /** When it is made, ISO 8601. */
  readonly asOf: string;
}
