import { Injectable, signal } from '@angular/core';
import { Subject } from 'rxjs';
import type { MovedMark, PartMark } from '../part/part-marks';

/** What a stage puts on the picture of the part, and what is pulled there. */
@Injectable()
export class PartMarks {
  readonly marks = signal<readonly PartMark[]>([]);
  readonly moved = new Subject<MovedMark>();
}
