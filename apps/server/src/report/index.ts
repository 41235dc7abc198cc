export { makeLabel, type LabelInput } from './make-label';
export { makeReport } from './make-report';
export type { ReportInput, ReportPicture } from './report-input';
