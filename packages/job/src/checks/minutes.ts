import { held, type Check } from './contradiction';

const SECONDS = 60;
/** What rounding and drawing leave over, minutes. */
const LEFT_OVER = 0.05;

/** One sum of minutes: the price is made from what is planned, and the plan's arcs and waits are in it. */
export const minutes: Check = ({ plan, quote }) => {
  if (!quote) return held(null, 'minutes: nothing priced', plan.minutes.total.median, 0);
  const sum = (what: 'run' | 'rest'): number =>
    plan.steps.reduce((all, step) => all + (step.do === what ? step.elapsedMinutes : 0), 0);
  const line = (id: string): number => quote.lines.find((one) => one.id === id)?.quantity.median ?? 0;
  const arcs = plan.joints.flatMap(({ passes }) => passes).reduce((all, one) => all + one.arcSeconds, 0) / SECONDS;
  return [
    ...held(null, 'minutes: whole', plan.minutes.total.median, quote.minutes.median),
    ...held(null, 'minutes: arcs of the steps', Math.abs(sum('run') - arcs) < LEFT_OVER, true),
    ...held(null, 'minutes: welding holds its arcs', line('weld') >= sum('run') - LEFT_OVER, true),
    ...held(null, 'minutes: waits', Math.abs(line('cool') - sum('rest')) < LEFT_OVER + 0.01 * sum('rest'), true),
  ];
};
