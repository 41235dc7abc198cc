import type { BoardJob } from '@variatum/contracts';
import { aJoint, aPiece } from '../../testing/job-fixture';
import { nextAct } from './next-act';

const job = (fields: Partial<Pick<BoardJob, 'pieces' | 'joints' | 'decided'>> = {}) =>
  nextAct({ pieces: [], joints: [], decided: [], ...fields });
const steel = aPiece({ id: 'a', grade: 'A36' });
const open = aPiece({ id: 'b', position: 1, likelyFamily: 'austenitic' });

test('a card says what to do next and what holds the job up', () => {
  expect(job().act).toBe('Add a piece');
  expect(job({ pieces: [steel, aPiece({ id: 'b', name: 'Rail' })] })).toEqual({
    act: 'Identify B',
    holdsUp: 'nothing known of Rail',
  });
  expect(job({ pieces: [steel, open] })).toEqual({ act: 'Describe the joint', holdsUp: 'grade open on 1 of 2 pieces' });
  const [first, second, alike] = [aJoint({ id: '1' }), aJoint({ id: '2' }), aJoint({ id: '3', alikeTo: '2' })];
  expect(job({ pieces: [steel], joints: [first!] })).toEqual({ act: 'Decide the rod', holdsUp: 'all metals named' });
  const pieces = [steel, open];
  const joints = [first!, second!, alike!];
  expect(job({ pieces, joints, decided: [{ jointId: '1', rod: 'ER309L' }] })).toEqual({
    act: 'Decide the rod for joint 2',
    holdsUp: '1 of 2 decided',
  });
  expect(
    job({
      pieces,
      joints,
      decided: [
        { jointId: '1', rod: 'ER309L' },
        { jointId: '2', rod: null },
      ],
    }),
  ).toEqual({ act: 'ER309L, No rod', holdsUp: 'decided for 3 joints' });
});
