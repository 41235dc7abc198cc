import { aJoint, aPiece } from '../../testing/job-fixture';
import { nextAct } from './next-act';

const job = (fields: Partial<Parameters<typeof nextAct>[0]> = {}) =>
  nextAct({
    pieces: [],
    joints: [],
    decided: [],
    standing: 'came-in',
    arcs: { done: 0, planned: null },
    state: 'bench',
    ...fields,
  });
const steel = aPiece({ id: 'a', grade: 'A36' });
const open = aPiece({ id: 'b', position: 1, likelyFamily: 'austenitic' });

test('a card says what to do next and what holds the job up', () => {
  expect(job().act).toBe('Add a piece');
  expect(job({ pieces: [steel, aPiece({ id: 'b', name: 'Rail' })] })).toEqual({
    act: 'Identify B',
    holdsUp: 'nothing known of Rail',
  });
  expect(job({ pieces: [steel, open] })).toEqual({
    act: 'Describe the joint',
    holdsUp: 'metal of 1 of 2 pieces is open',
  });
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
  ).toEqual({ act: 'Weld with ER309L, No rod', holdsUp: 'ready to weld, 3 joints' });
});

test('a job that is being welded, was, or waits says so, whatever was decided for it', () => {
  expect(job({ standing: 'welding', arcs: { done: 3, planned: 9 } })).toEqual({
    act: 'Weld on',
    holdsUp: 'being welded, 3 of 9 arcs',
  });
  expect(job({ standing: 'welding', arcs: { done: 1, planned: null } }).holdsUp).toBe('being welded, 1 arc');
  expect(job({ standing: 'judge', arcs: { done: 9, planned: 9 } }).act).toBe('Judge the weld');
  expect(job({ standing: 'judge' }).holdsUp).toBe('welded');
  expect(job({ standing: 'out' }).act).toBe('Out');
  expect(job({ state: 'waiting', pieces: [steel] })).toEqual({
    act: 'Describe the joint',
    holdsUp: 'waits for something outside',
  });
});
