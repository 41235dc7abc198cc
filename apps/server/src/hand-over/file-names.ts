import type { JobDocument } from '@variatum/contracts';

/** Settings, people, stock and meters of a workshop. */
export const WORKSHOP_FILE = 'workshop.json';
/** Readings that belong to no job. */
export const LOOSE_READINGS = 'readings.json';
export const jobFile = (id: string): string => `jobs/${id}.json`;
export const pictureFile = ({ id, mediaType }: Pick<JobDocument['photos'][number], 'id' | 'mediaType'>): string =>
  `pictures/${id}.${mediaType.slice('image/'.length)}`;

/** Name a file of a job is saved under. @example fileName('Screen rake', 'pdf', 'label') // "Screen-rake-label.pdf" */
export function fileName(title: string, ending: string, part?: string): string {
  // Letters of any tongue lose their marks; what no header can carry becomes a dash.
  const plain = title
    .normalize('NFKD')
    .replaceAll(/[^\w-]+/g, '-')
    .replaceAll(/^-+|-+$/g, '')
    .slice(0, 60);
  return `${[plain || 'job', ...(part === undefined ? [] : [part])].join('-')}.${ending}`;
}
