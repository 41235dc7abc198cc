import { COMMON_ASSEMBLIES, sketchOf } from './common-assemblies';
import { layOut } from './layout';

test.each(COMMON_ASSEMBLIES.map((common) => [common.title, common] as const))(
  '%s: every piece drawn, every joint on it',
  (_title, common) => {
    const assembly = sketchOf(common);
    const { pieces, joints, box } = layOut(assembly);
    const base = common.pieces.filter(({ kind }) => kind !== 'old-weld');
    expect(new Set(pieces.map(({ id }) => id)).size).toBe(base.length);
    // They hang together: nothing has to be linked, nothing stands apart.
    expect(new Set(pieces.map(({ placed }) => placed.group)).size).toBe(1);
    for (const { line, link } of joints) expect([line.length > 1, link]).toEqual([true, null]);
    expect(box.right - box.left).toBeGreaterThan(20);
    for (const { sides } of common.joints) for (const side of sides) expect(common.pieces[side]).toBeDefined();
  },
);
