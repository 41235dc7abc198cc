import type { Provider } from '@angular/core';
import { RackStore } from '../../rack/rack-store';
import { WorkshopStore } from '../../settings/workshop-store';
import { DecisionStore } from './decision-store';
import { FieldTestStore } from './field-test-store';
import { JobLogs } from './job-logs';
import { JobStore } from './job-store';
import { JointStore } from './joint-store';
import { LearntStore } from './learnt-store';
import { PartSelection } from './part-selection';
import { PartStore } from './part-store';
import { PhotoStore } from './photo-store';
import { PieceArrangement } from './piece-arrangement';
import { PieceStore } from './piece-store';
import { PreparationStore } from './preparation-store';
import { RecordStore } from './record-store';
import { WeldStore } from './weld-store';

export {
  DecisionStore,
  FieldTestStore,
  JobStore,
  JointStore,
  LearntStore,
  PartSelection,
  PartStore,
  PhotoStore,
  PieceArrangement,
  PieceStore,
  PreparationStore,
  RecordStore,
  WeldStore,
};

/** All that an open job is kept by. */
export const JOB_STORES: Provider[] = [
  WorkshopStore,
  RackStore,
  PartSelection,
  LearntStore,
  JobStore,
  PieceStore,
  FieldTestStore,
  JointStore,
  PartStore,
  PhotoStore,
  DecisionStore,
  PieceArrangement,
  PreparationStore,
  JobLogs,
  RecordStore,
  WeldStore,
];
