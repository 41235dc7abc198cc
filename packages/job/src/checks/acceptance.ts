import { held, type Check } from './contradiction';

/** A joint is judged by the profile of its plan; the inside is asked for only where there is one. */
export const acceptance: Check = ({ plan, joints, profile }) =>
  plan.joints.flatMap((own) => {
    const verdict = joints.find(({ joint }) => joint === own.id)?.verdict;
    const asks = (line: string): boolean => verdict?.open.some((one) => one === line) ?? false;
    const limit = (line: string) => verdict?.lines.find((one) => one.line === line)?.limit;
    const inside = limit('tint-inside');
    return [
      ...held(own.id, 'acceptance: profile', own.profile, profile.id),
      ...held(own.id, 'acceptance: judged by', verdict?.profile.id, profile.id),
      ...held(own.id, 'acceptance: inside', asks('tint-inside'), own.space !== null),
      ...(inside?.kind === 'colour' ? held(own.id, 'acceptance: colour inside', inside.tint, own.tint.inside) : []),
    ];
  });
