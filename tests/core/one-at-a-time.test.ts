import fc from 'fast-check';
import { expect, test } from 'vitest';
import { oneAtATime } from '$lib/worker/one-at-a-time';

test('whatever comes in while it runs is seen by a run that begins afterwards, and no two run at once', async () => {
  await fc.assert(
    fc.asyncProperty(fc.scheduler(), fc.integer({ min: 1, max: 8 }), async (scheduler, comings) => {
      let waiting = 0;
      let atOnce = 0;
      const send = oneAtATime(async () => {
        expect(++atOnce).toBe(1);
        // Looks first, then takes its time: what comes meanwhile it has not seen.
        const seen = waiting;
        await scheduler.schedule(Promise.resolve(), 'a round');
        atOnce -= 1;
        waiting -= seen;
      });
      for (let i = 0; i < comings; i++)
        void scheduler.schedule(Promise.resolve(), 'something comes').then(() => {
          waiting += 1;
          void send();
        });
      await scheduler.waitIdle();
      expect(waiting).toBe(0);
    })
  );
});

test('a run that fails says so to who asked, and the next one begins afresh', async () => {
  const answers = [() => Promise.reject(new Error('no answer')), () => Promise.resolve()];
  const send = oneAtATime(() => answers.shift()!());
  await expect(send()).rejects.toThrow('no answer');
  await expect(send()).resolves.toBeUndefined();
});
