import { lessonOf } from '$core/drill/lesson';
import { Dictation } from '$lib/controls/dictation.svelte';
import type { FlightSession } from '$lib/worker/flight-session.svelte';
import { JudgedSoFar } from '$lib/worker/judged-so-far.svelte';
import { answer, answerOf } from '$lib/worker/one-answer';
import type { WatchedFlight } from '$lib/worker/watched-flight.svelte';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { planOf } from '../core/flown';
import { InstructorVoice } from '../../src/routes/fly/[lesson]/instructor-voice.svelte';

const spoken = vi.hoisted(() => ({ words: [] as string[], played: [] as unknown[], hushed: 0 }));
vi.mock('$lib/controls/speech', () => ({
  speak: (words: string) => spoken.words.push(words),
  hush: () => (spoken.hushed += 1)
}));
vi.mock('$lib/controls/ident-sound', () => ({
  RadioSound: class {
    play = (ident: string | null, marker: string | null) => spoken.played.push([ident, marker]);
    close = () => {};
  }
}));
const desk = vi.hoisted(() => ({
  asked: [] as { flight: unknown }[],
  worker: null as null | {
    onmessage: (event: { data: unknown }) => void;
    onerror: (event: { message: string }) => void;
  }
}));
vi.mock('../../src/lib/worker/so-far.worker?worker', () => ({
  default: class {
    onmessage = () => {};
    onerror = () => {};
    constructor() {
      desk.worker = this as unknown as typeof desk.worker;
    }
    postMessage = (question: { flight: unknown }) => void desk.asked.push(question);
    terminate = () => {};
  }
}));

beforeEach(() => {
  Object.assign(spoken, { words: [], played: [], hushed: 0 });
  Object.assign(desk, { asked: [], worker: null });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('a watched flight is judged as it grows', () => {
  const watching = () => {
    vi.useFakeTimers();
    const watched = { length: 0, flight: () => ({ length: watched.length }) };
    const judged = new JudgedSoFar(watched as unknown as WatchedFlight, lessonOf(planOf()));
    judged.begin();
    return { watched, judged };
  };

  test('asked once a second, not while an answer is out, and not for what is known', () => {
    const { watched, judged } = watching();
    vi.advanceTimersByTime(3000);
    watched.length = 1;
    vi.advanceTimersByTime(3000);
    expect(desk.asked).toEqual([]);
    watched.length = 20;
    vi.advanceTimersByTime(1000);
    watched.length = 40;
    vi.advanceTimersByTime(5000);
    expect(desk.asked.map(({ flight }) => flight)).toEqual([{ length: 20 }]);
    desk.worker!.onmessage({ data: { soFar: 'first' } });
    expect([judged.answer, judged.flight]).toEqual([{ soFar: 'first' }, { length: 20 }]);
    vi.advanceTimersByTime(1000);
    desk.worker!.onmessage({ data: { soFar: 'second' } });
    vi.advanceTimersByTime(9000);
    expect(desk.asked).toHaveLength(2);
    judged.end();
    watched.length = 60;
    vi.advanceTimersByTime(9000);
    expect(desk.asked).toHaveLength(2);
  });

  test('an answer that fails is said, and asked for again as more comes', () => {
    const { watched, judged } = watching();
    watched.length = 20;
    vi.advanceTimersByTime(1000);
    desk.worker!.onerror({ message: 'out of memory' });
    expect([judged.failure, judged.answer]).toEqual(['out of memory', null]);
    watched.length = 30;
    vi.advanceTimersByTime(1000);
    desk.worker!.onmessage({ data: { soFar: 'again' } });
    expect([judged.failure, judged.answer]).toEqual(['', { soFar: 'again' }]);
  });
});

describe('what is heard while flying', () => {
  const flies = (voice: InstructorVoice, frame: object, state = 'running') =>
    voice.follow({
      state,
      frame: { phaseIndex: 0, hint: null, navigation: null, hands: {}, ...frame }
    } as unknown as FlightSession);

  test('a call as a phase begins and a hint as it comes: each once, and none with the voice off', () => {
    const voice = new InstructorVoice((phase) => (phase === 1 ? null : `phase ${phase}`));
    for (const phaseIndex of [0, 0, 1, 1, 2]) flies(voice, { phaseIndex });
    const hint = { words: 'wings level', time_s: 12 };
    for (let k = 0; k < 3; k++) flies(voice, { phaseIndex: 2, hint });
    expect(spoken.words).toEqual(['phase 0', 'phase 2', 'wings level']);
    voice.on = false;
    flies(voice, { phaseIndex: 3, hint: { words: 'trim', time_s: 20 } });
    voice.on = true;
    // What was not said is over.
    flies(voice, { phaseIndex: 3, hint: { words: 'trim', time_s: 20 } });
    expect(spoken.words).toHaveLength(3);
    voice.begin();
    flies(voice, { phaseIndex: 0 });
    expect(spoken.words.at(-1)).toBe('phase 0');
    voice.close();
    expect(spoken.hushed).toBe(1);
  });

  test('an ident while it is listened to, a marker while it is passed, silence while time stands still', () => {
    const voice = new InstructorVoice(() => null);
    const navigation = { idents: { nav1: 'IVL', nav2: null }, marker: 'outer' };
    const listens = (listening: string | null) => ({ navigation, hands: { radios: { listening } } });
    flies(voice, listens('nav1'));
    flies(voice, listens(null));
    flies(voice, listens('nav2'));
    flies(voice, listens('nav1'), 'paused');
    voice.on = false;
    flies(voice, listens('nav1'));
    expect(spoken.played).toEqual([
      ['IVL', 'outer'],
      [null, 'outer'],
      ['', 'outer'],
      [null, null],
      [null, null]
    ]);
  });
});

describe('speech taken down', () => {
  class Recognition {
    static last: Recognition;
    onresult = (_: object) => {};
    onerror = (_: object) => {};
    onend = () => {};
    started = 0;
    constructor() {
      Recognition.last = this;
    }
    start = () => (this.started += 1);
    abort = () => this.onend();
  }
  const heard = (...words: string[]) => ({ results: words.map((transcript) => [{ transcript }]) });

  test('is offered where the browser can, by either name', () => {
    const offered = (window: object) => {
      vi.stubGlobal('window', window);
      const dictation = new Dictation();
      dictation.look();
      return dictation.isOffered;
    };
    expect(
      [{}, { SpeechRecognition: Recognition }, { webkitSpeechRecognition: Recognition }].map(offered)
    ).toEqual([false, true, true]);
  });

  test('gives what was said, without the silence around it; listens once; says why there is nothing', () => {
    vi.stubGlobal('window', { SpeechRecognition: Recognition });
    const dictation = new Dictation();
    const taken: string[] = [];
    dictation.begin((words) => taken.push(words));
    const first = Recognition.last;
    dictation.begin((words) => taken.push(`twice ${words}`));
    expect([Recognition.last === first, first.started, dictation.listening]).toEqual([true, 1, true]);
    first.onresult(heard(' nose low ', 'before the bank '));
    first.onresult(heard('  '));
    first.onend();
    expect([taken, dictation.listening]).toEqual([['nose low  before the bank'], false]);
    dictation.begin(() => {});
    Recognition.last.onerror({ error: 'not-allowed' });
    expect(dictation.problem).toBe('The browser may not use the microphone.');
    dictation.begin(() => {});
    dictation.end();
    expect(dictation.listening).toBe(false);
    dictation.begin(() => {});
    expect(dictation.problem).toBe('');
    Recognition.last.onerror({ error: 'something new' });
    expect(dictation.problem).toBe('Nothing was taken down.');
  });
});

describe('a worker of one question', () => {
  const worker = () =>
    ({ postMessage: vi.fn(), terminate: vi.fn() }) as unknown as Worker & { terminate: () => void };

  test('is let go with its answer, and with why there is none', async () => {
    const one = worker();
    const asked = answerOf<number>(one, 'how many', 'nothing came');
    one.onmessage!({ data: { answer: 7 } } as MessageEvent);
    expect(await asked).toBe(7);
    const two = worker();
    const refused = answerOf(two, 'how many', 'nothing came');
    two.onmessage!({ data: { message: '' } } as MessageEvent);
    await expect(refused).rejects.toThrow('nothing came');
    const three = worker();
    const broken = answerOf(three, 'how many', 'nothing came');
    three.onerror!({ message: 'it broke' } as ErrorEvent);
    await expect(broken).rejects.toThrow('it broke');
    for (const { terminate } of [one, two, three]) expect(terminate).toHaveBeenCalledOnce();
  });

  test('answers with what comes of it, or with the words of what went wrong', async () => {
    const told: unknown[] = [];
    vi.stubGlobal('postMessage', (message: unknown) => told.push(message));
    await answer(() => 3);
    await answer(() => Promise.reject(new Error('the file ends in row 7')));
    expect(told).toEqual([{ answer: 3 }, { message: 'the file ends in row 7' }]);
  });
});
