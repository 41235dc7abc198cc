/** How a part was found when it was seen again. */
export const OUTCOMES = ['held', 'leaked', 'cracked', 'rusted', 'other'] as const;
export type Outcome = (typeof OUTCOMES)[number];
