import { pullSentence, pullWords } from '@variatum/presentation';
import { heatIndex, heatRgb, HEAT_TABLE, tintTable } from './heat-colours';

describe('colours of heat', () => {
  test('the table holds what the colours are, and is never left', () => {
    for (const at of [0, 152, 700, 1400])
      expect([...HEAT_TABLE.slice(heatIndex(at), heatIndex(at) + 3)]).toEqual([...heatRgb(at)]);
    expect(heatIndex(99999)).toBeLessThan(HEAT_TABLE.length);
    expect(heatIndex(-40)).toBe(0);
    const tints = tintTable(18);
    const at = (temperatureC: number) => [...tints.slice(heatIndex(temperatureC), heatIndex(temperatureC) + 3)];
    expect(at(200)).toEqual([226, 222, 210]);
    expect(at(350)).toEqual([0xdf, 0xbf, 0x62]);
    // With more chromium the same colour comes hotter.
    expect(tintTable(25).slice(heatIndex(350), heatIndex(350) + 3)).not.toEqual(
      tints.slice(heatIndex(350), heatIndex(350) + 3),
    );
  });
});

describe('words of a pull', () => {
  test('name the hour of a ring and the end of a line', () => {
    expect(pullSentence({ mm: 0.5, towards: 91 }, 'ring', 'mm')).toContain('towards 3 o’clock');
    expect(pullSentence({ mm: 0.5, towards: 359 }, 'ring', 'mm')).toContain('towards 12 o’clock');
    expect(pullSentence({ mm: 0.5, towards: 0 }, 'line', 'mm')).toContain('at its start');
    expect(pullSentence({ mm: 0.001, towards: 0 }, 'ring', 'mm')).toBe('Leaves no distortion to speak of.');
    expect(pullWords({ mm: 0.001 }, 'mm')).toBe('none');
  });
});
