import { approachById } from '$core/procedure/approach/approach-catalogue';
import type { Approach } from '$core/procedure/approach/approach';
import { approachInMaking } from '$core/procedure/approach/briefed-approach';
import { worldById } from '$core/radio/world-catalogue';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { ApproachDraft } from '../../src/routes/charts/edit/draft.svelte';

const world = worldById('vesterlund');
const text = (approach: Approach) => JSON.stringify(approach);
const fresh = () => {
  const draft: ApproachDraft = new ApproachDraft(approachById('xvlb-ils-24'), () => made(draft));
  return draft;
};
const made = (draft: ApproachDraft) => approachInMaking(world, draft.approach);

describe('an approach while it is typed in', () => {
  test('any changes are taken back one by one to where it began, and put back to where it was', () => {
    const change = fc.oneof(
      fc.record({ what: fc.constant('name' as const), to: fc.string({ maxLength: 8 }) }),
      fc.record({ what: fc.constant('touchdown' as const), to: fc.integer({ min: 0, max: 900 }) }),
      fc.record({ what: fc.constant('nothing' as const), to: fc.constant(0) })
    );
    fc.assert(
      fc.property(fc.array(change, { maxLength: 30 }), (changes) => {
        const draft = fresh();
        const stood = [text(draft.approach)];
        for (const { what, to } of changes) {
          if (what === 'name') draft.approach.name = to as string;
          if (what === 'touchdown') draft.approach.touchdownElevation_ft = to as number;
          draft.remember();
          // What changes nothing is no step.
          if (text(draft.approach) !== stood.at(-1)) stood.push(text(draft.approach));
        }
        const back = [...stood].reverse();
        for (const was of back.slice(1)) {
          expect(draft.canUndo).toBe(true);
          draft.undo();
          expect(text(draft.approach)).toBe(was);
        }
        expect(draft.canUndo).toBe(false);
        draft.undo();
        for (const is of stood.slice(1)) {
          draft.redo();
          expect(text(draft.approach)).toBe(is);
        }
        expect(draft.canRedo).toBe(false);
      })
    );
  });

  test('another change after one was taken back leaves nothing to be put back; a hundred are kept', () => {
    const draft = fresh();
    for (const name of ['A', 'B', 'C']) {
      draft.approach.name = name;
      draft.remember();
    }
    draft.undo();
    draft.approach.name = 'D';
    draft.remember();
    expect([draft.approach.name, draft.canRedo]).toEqual(['D', false]);
    draft.undo();
    expect(draft.approach.name).toBe('B');
    for (let n = 0; n < 300; n++) {
      draft.approach.name = `N${n}`;
      draft.remember();
    }
    let steps = 0;
    while (draft.canUndo) {
      draft.undo();
      steps += 1;
    }
    expect(steps).toBeGreaterThanOrEqual(100);
    expect(steps).toBeLessThanOrEqual(101);
  });

  test('what is wrong stands at its place while it is, and what cannot be drawn is not drawn', () => {
    const draft = fresh();
    expect(draft.problems.filter(({ severity }) => severity === 'wrong')).toEqual([]);
    const drawn = () => [made(draft).picture, made(draft).card].map((one) => one !== null);
    expect(drawn()).toEqual([true, true]);
    const legs = draft.approach.final;
    const kept = JSON.stringify(legs);
    const leg = legs.find((one) => 'fix' in one && one.fix !== undefined) as { fix: string };
    const { fix } = leg;
    leg.fix = 'NOWHERE';
    expect(
      draft
        .at('final')
        .map(({ message }) => message)
        .join(' ')
    ).toContain('NOWHERE');
    expect(drawn()).toEqual([false, false]);
    leg.fix = fix;
    expect(draft.at('final')).toEqual([]);
    expect(drawn()).toEqual([true, true]);
    // The catalogue's own is untouched by any of it.
    draft.approach.final.splice(0, 1);
    expect(JSON.stringify(approachById('xvlb-ils-24').final)).toBe(kept);
  });
});
