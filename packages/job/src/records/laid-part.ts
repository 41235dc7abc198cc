import {
  innerSpaces,
  jointFigures,
  layOut,
  type Assembly,
  type InnerSpace,
  type JointFigures,
  type LaidJoint,
  type Layout,
} from '@variatum/metallurgy';

/** The part of a job laid out: where its joints run, and the rooms inside it. */
export interface LaidPart {
  readonly assembly: Assembly;
  readonly layout: Layout;
  /** By the joint's identifier. */
  readonly figures: ReadonlyMap<string, JointFigures>;
  /** Without any dams. */
  readonly spaces: readonly InnerSpace[];
}

/** Lays a part out. */
export function laidPart(assembly: Assembly): LaidPart {
  const layout = layOut(assembly);
  const figures = new Map(jointFigures(assembly, layout).map((one) => [one.id, one]));
  return { assembly, layout, figures, spaces: innerSpaces(assembly) };
}

/** A joint as it lies in the part; undefined: it is not in it. */
export const laidJoint = ({ layout }: Pick<LaidPart, 'layout'>, jointId: string | undefined): LaidJoint | undefined =>
  layout.joints.find(({ id }) => id === jointId);
