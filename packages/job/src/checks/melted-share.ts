import { held, type Check } from './contradiction';

/** Section, plan, price and settings melt the same share; without a rod there is none in the bead. */
export const meltedShare: Check = ({ plan, joints }) =>
  plan.joints.flatMap((own) => {
    const rooms = joints.find(({ joint }) => joint === own.id);
    if (!rooms) return [];
    const isFused = own.rod.used === null;
    return own.passes.flatMap((pass) => [
      // A pass that is fused where others have a rod is drawn in no section.
      ...(pass.rod === null && !isFused
        ? held(own.id, 'melted share: fused pass', pass.dilution?.median ?? 1, 1)
        : held(own.id, 'melted share: section', pass.dilution?.median ?? null, rooms.sectionDilution)),
      ...(pass.rod === null
        ? [
            ...held(own.id, 'melted share: pass kind', ['fused', 'wash'].includes(pass.kind), true),
            ...(isFused ? held(own.id, 'melted share: rod laid', rooms.depositMm2, 0) : []),
            ...held(own.id, 'melted share: technique', pass.technique, 'fused'),
          ]
        : held(own.id, 'melted share: fused with a rod', pass.kind === 'fused', false)),
    ]);
  });
