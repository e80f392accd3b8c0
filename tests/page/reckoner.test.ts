import { sensiblePlan } from '$core/drill/sensible-plan';
import { drillInMaking } from '$core/drill/drill-in-making';
import type { DrillFile } from '$core/drill/drill-file';
import { drillFileById } from '$core/drill/catalogue/catalogue';
import type { LessonPlan } from '$core/drill/lesson-plan';
import { changedPlan } from '$core/drill/plan-change';
import { aircraftCatalogue } from '$core/aircraft/catalogue';
import { trainingAreas } from '$core/earth/training-area';
import { planInMaking } from '$core/flight/plan-in-making';
import { Reckoner } from '$lib/worker/reckoner.svelte';
import type { Question, Reply } from '$lib/worker/reckoner-protocol';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';

type Message = { number: number; question: Question };

/** The worker's two ends: messages wait until they are let through, in their order. */
class Ends {
  static newest: Ends;
  static work: (message: { data: Message }) => void;
  onmessage: (message: { data: Reply }) => void = () => {};
  onerror: (event: { message: string }) => void = () => {};
  readonly asked: Message[] = [];
  ended = false;
  constructor() {
    Ends.newest = this;
  }
  postMessage(message: Message) {
    this.asked.push(structuredClone(message));
  }
  terminate() {
    this.ended = true;
  }
  /** The worker takes up what it was asked next, and answers. */
  async answers(which = this.done): Promise<void> {
    this.done = which + 1;
    await vi.waitFor(() => expect(this.asked.length).toBeGreaterThan(which));
    vi.stubGlobal('postMessage', (reply: Reply) => this.onmessage({ data: structuredClone(reply) }));
    Ends.work({ data: this.asked[which]! });
    await new Promise((resolve) => setImmediate(resolve));
  }
  private done = 0;
}
vi.mock('$lib/worker/reckoner.worker?worker', () => ({
  default: function opened() {
    return new Ends();
  }
}));

beforeEach(async () => {
  Ends.newest = new Ends();
  vi.stubGlobal('onmessage', null);
  vi.stubGlobal('requestIdleCallback', (run: () => void) => (run(), 1));
  vi.stubGlobal('cancelIdleCallback', () => {});
  vi.resetModules();
  await import('$lib/worker/reckoner.worker');
  Ends.work = globalThis.onmessage as unknown as typeof Ends.work;
});
afterEach(() => vi.unstubAllGlobals());

const school = { drills: [], profiles: [] };
const plan = sensiblePlan(aircraftCatalogue[0]!, trainingAreas[0]!);
const at = (startSpeed_kt: number): LessonPlan => ({ ...plan, startSpeed_kt });
const asks = (asked: LessonPlan): Extract<Question, { kind: 'plan' }> => ({
  kind: 'plan',
  plan: asked,
  school
});
const speedsOf = (ends: Ends) =>
  ends.asked.map(({ question }) => question.kind === 'plan' && question.plan.startSpeed_kt);

describe('what is worked out while somebody types', () => {
  test('stands as it came until there is a newer answer; what was overtaken is never asked', async () => {
    const reckoner = new Reckoner<'plan'>(planInMaking(plan, school));
    const first = reckoner.answer;
    // Asked before anybody was there to answer.
    reckoner.ask(asks(at(90)));
    reckoner.ask(asks(at(95)));
    const leave = reckoner.whileShown();
    await new Promise((resolve) => setImmediate(resolve));
    const ends = Ends.newest;
    for (const speed of [96, 97, 400]) reckoner.ask(asks(at(speed)));
    expect(reckoner.answer).toBe(first);
    await ends.answers();
    expect(reckoner.answer).toEqual(planInMaking(at(95), school));
    await ends.answers();
    expect(speedsOf(ends)).toEqual([95, 400]);
    expect(reckoner.answer.problems.map(({ field }) => field)).toEqual(['startSpeed_kt']);
    expect(reckoner.answer.brief).toBeNull();
    leave();
    expect(ends.ended).toBe(true);
  });

  test('a choice is answered beside it, whichever comes first', async () => {
    const reckoner = new Reckoner<'plan'>(planInMaking(plan, school));
    reckoner.whileShown();
    reckoner.ask(asks(at(100)));
    await vi.waitFor(() => expect(Ends.newest.asked.length).toBe(1));
    const change = { kind: 'aircraft' as const, id: aircraftCatalogue[1]!.id };
    const chosen = reckoner.change({ plan, change, ownDrills: [] });
    await Ends.newest.answers(1);
    expect(await chosen).toEqual(changedPlan(plan, change, []));
    expect(reckoner.answer.brief!.lesson.plan.startSpeed_kt).toBe(plan.startSpeed_kt);
    await Ends.newest.answers(0);
    expect(reckoner.answer.brief!.lesson.plan.startSpeed_kt).toBe(100);
  });

  test('what cannot be worked out says so and leaves the last answer; the next good one takes it back', async () => {
    const file = drillFileById('rate-and-speed-descent');
    const aircraft = aircraftCatalogue[0]!.id;
    const reckoner = new Reckoner<'drill'>(drillInMaking(file, aircraft));
    reckoner.whileShown();
    const before = reckoner.answer;
    const answered = async () => {
      await new Promise((resolve) => setImmediate(resolve));
      await Ends.newest.answers();
    };
    for (const drill of [
      { ...file, phases: null as never },
      { ...file, checks: 7 as never }
    ] as DrillFile[]) {
      reckoner.ask({ kind: 'drill', drill, aircraft });
      await answered();
      expect(reckoner.failure).toMatch(/cannot be worked out as it stands; take back/);
      expect(reckoner.answer).toBe(before);
    }
    reckoner.ask({ kind: 'drill', drill: file, aircraft: 'no such airplane' });
    await answered();
    expect(reckoner.failure).toContain('no such airplane');
    reckoner.ask({ kind: 'drill', drill: { ...file, name: 'Ours' }, aircraft });
    await answered();
    expect([reckoner.failure, reckoner.answer.lesson!.drill.name]).toEqual(['', 'Ours']);
  });

  test('when the worker falls over, whoever waits is told, and the next question opens another', async () => {
    const reckoner = new Reckoner<'plan'>(planInMaking(plan, school));
    reckoner.whileShown();
    reckoner.ask(asks(at(100)));
    const chosen = reckoner.change({ plan, change: { kind: 'own figures' }, ownDrills: [] });
    const fallen = Ends.newest;
    await vi.waitFor(() => expect(fallen.asked.length).toBe(2));
    fallen.onerror({ message: 'out of memory' });
    await expect(chosen).rejects.toThrow('out of memory');
    await vi.waitFor(() => expect(reckoner.failure).toBe('out of memory'));
    expect(fallen.ended).toBe(true);
    reckoner.ask(asks(at(100)));
    await vi.waitFor(() => expect(Ends.newest).not.toBe(fallen));
    await Ends.newest.answers();
    expect([reckoner.failure, reckoner.answer.brief!.lesson.plan.startSpeed_kt]).toEqual(['', 100]);
  });
});
