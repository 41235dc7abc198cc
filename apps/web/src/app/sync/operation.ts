import type { OnBehalf } from '@variatum/contracts';

/** A change on its way to the server, as plain data: it outlives the page that made it. */
export interface Operation {
  /** Also the order in which operations are sent. */
  readonly sequence: number;
  /** Page that sends it; when that page is gone another one takes it over. */
  readonly page: string;
  /** Whom it was typed for: it is sent for nobody else. Absent in what an older program kept. */
  readonly workshop?: string;
  readonly person?: string | null;
  /** What is changed, for messages and for the place of an error. */
  readonly key: string;
  /** Job it belongs to. */
  readonly job: string;
  readonly method: 'POST' | 'PATCH' | 'PUT';
  readonly url: string;
  readonly body: Readonly<Record<string, unknown>>;
  /** Whether it was typed into fields: what is refused is shown there. */
  readonly typed?: boolean;
  /** A file that is sent as it is; what `body` says of it then stands in the query. */
  readonly file?: Blob;
  /**
   * For a change that is checked against a version: the thing it changes, the version it was typed upon, and what its
   * fields were then.
   */
  readonly versioned?: {
    readonly id: string;
    readonly version: number;
    readonly base: Readonly<Record<string, unknown>>;
    /** For a change without fields: whether the thing is to end up withdrawn. */
    readonly withdrawn?: boolean;
    /** Fields of which the last word counts, whoever says it: nobody is asked about them. */
    readonly lastWord?: readonly string[];
  };
}

/** An operation before it has its place in the line. */
export type NewOperation = Omit<Operation, 'sequence' | 'page' | 'workshop' | 'person'>;

/** Whether an operation was typed for somebody. */
export const isOf = ({ workshop, person = null }: Operation, owner: OnBehalf): boolean =>
  workshop === undefined || (workshop === owner.workshop && person === owner.person);
