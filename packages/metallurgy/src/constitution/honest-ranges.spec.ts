import { ANCHORS, predictLeftOut } from '../testing/refit-surface';
import { DEVIATE_90 } from './constitution';
import { wrc1992Rendering } from './ferrite-prediction';

test('the rendering holds about nine of ten published weld metals, each predicted from the others', () => {
  const held = ANCHORS.filter((anchor) => {
    const predicted = predictLeftOut(anchor);
    const spread = (DEVIATE_90 * wrc1992Rendering(predicted, anchor.cr, anchor.ni)) / 2;
    return Math.abs(predicted - anchor.fn) <= spread;
  });
  const share = held.length / ANCHORS.length;
  expect(share).toBeGreaterThanOrEqual(0.85);
  // Wider than honest would be no help either.
  expect(share).toBeLessThan(1);
});
