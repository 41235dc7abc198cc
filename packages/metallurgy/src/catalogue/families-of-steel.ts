import type { MaterialFamily } from './entry';

const IN = (...families: MaterialFamily[]): ((family: MaterialFamily) => boolean) => {
  const set = new Set(families);
  return (family) => set.has(family);
};

/** Unalloyed and low-alloy steel. */
export const isCarbonSteel = IN('carbon', 'low-alloy');
/** Wrought or cast hardenable stainless. */
export const isMartensitic = IN('martensitic', 'cast-martensitic');
/** Wrought or cast duplex stainless. */
export const isDuplex = IN('duplex', 'cast-duplex');
/** Wrought or cast austenitic stainless. */
export const isAustenitic = IN('austenitic', 'cast-austenitic');
/** Cast iron of any kind. */
export const isCastIron = IN('cast-iron', 'nickel-cast-iron');
/** Any stainless steel. */
export const isStainless = IN(
  'austenitic',
  'ferritic',
  'martensitic',
  'precipitation-hardening',
  'duplex',
  'cast-austenitic',
  'cast-martensitic',
  'cast-duplex',
);

/** Metal this advice does not cover: it can be told apart, and then the answer is to stop. */
export const isForeign = IN('light-metal', 'copper-alloy', 'zinc-alloy', 'titanium');
