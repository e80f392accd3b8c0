import { describe, expect, test } from 'vitest';
import { fewerScripts, type Script } from '../../scripts/page-scripts/fewer-scripts';

function script(name: string, size: number, loadedBy: string, needs: Script[] = [], alone = false): Script {
  return {
    modules: [name],
    size,
    loadedBy: new Map([...loadedBy].map((page) => [page, 1])),
    needs: new Set(needs),
    alone
  };
}

const cut = (scripts: readonly Script[]) =>
  scripts.map(({ modules }) => [...modules].sort().join('+')).sort();

describe('scripts made one', () => {
  test('what the same pages need is one; what would burden many pages for one stays apart', () => {
    const wind = script('wind', 900, 'abc');
    const angle = script('angle', 50_000, 'abc');
    const chart = script('chart', 60_000, 'a');
    expect(cut(fewerScripts([wind, angle, chart]))).toEqual(['angle+wind', 'chart']);
  });

  test('a small one goes with those that can do without it, a large one does not', () => {
    const frame = script('frame', 9000, 'abcd');
    expect(cut(fewerScripts([frame, script('menu', 300, 'abc')]))).toEqual(['frame+menu']);
    expect(cut(fewerScripts([frame, script('menu', 30_000, 'abc')]))).toEqual(['frame', 'menu']);
  });

  test('what one brings with it counts: nobody loads a library for a trifle that needs it', () => {
    const library = script('library', 80_000, 'ab');
    const button = script('button', 100, 'ab', [library]);
    const frame = script('frame', 100, 'abc');
    expect(cut(fewerScripts([library, button, frame]))).toEqual(['button+library', 'frame']);
    const reading = { ...library, alone: true };
    expect(cut(fewerScripts([reading, script('button', 100, 'ab', [reading]), frame]))).toHaveLength(3);
    expect(cut(fewerScripts([reading, script('button', 100, 'ab'), frame]))).toContain('button+frame');
  });

  test('two are not one when what runs between them is not of them', () => {
    const earth = script('earth', 10, 'abcd');
    const between = script('between', 400_000, 'abcd', [earth], true);
    const page = script('page', 10, 'abcd', [between]);
    expect(cut(fewerScripts([earth, between, page]))).toEqual(['between', 'earth', 'page']);
  });

  test('who loads one loads, from then on, what it needs; the others find their way to it', () => {
    const angle = script('angle', 200, 'ab');
    const wind = script('wind', 200, 'ab', [angle], true);
    const hold = script('hold', 100, 'abc');
    const entry = script('entry', 100, 'ab', [wind]);
    const all = fewerScripts([angle, wind, hold, entry]);
    const one = all.find(({ modules }) => modules.includes('entry'))!;
    const its = [...one.needs].find(({ modules }) => modules.includes('wind'));
    expect(its).toBe(all.find(({ modules }) => modules.includes('wind')));
    for (const needed of one.needs)
      expect([...needed.loadedBy.keys()]).toEqual(expect.arrayContaining([...one.loadedBy.keys()]));
  });
});
