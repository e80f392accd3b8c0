import { isApproach, type PlannedApproach } from '$core/drill/approach/approach-drill';
import { distractionsOfLesson } from '$core/drill/distraction';
import { nextPhase } from '$core/drill/drill';
import { holdClearance } from '$core/drill/hold-clearance';
import type { Lesson } from '$core/drill/lesson';
import type { LessonShown } from '$core/flight/lesson-shown';
import { noBugs } from '$core/instrument/bugs';
import { clock } from '$core/measure/figure';
import { storedSetup } from '$lib/controls/gamepad';
import { PersonsHands } from '$lib/controls/hands.svelte';
import type { Shortcut } from '$lib/ui/shortcuts.svelte';
import { AttemptUnderWay } from './attempt-under-way.svelte';
import { DistractionDesk, answerKeys } from './distraction-desk.svelte';
import { FlightPictures } from './flight-pictures';
import { FlownWay } from './flown-way.svelte';
import { Helps } from './helps.svelte';
import { InstructorVoice } from './instructor-voice.svelte';
import { flyingKeys, lessonKeys, oneHandKeys, radioKeys } from './keys';
import { LookingOut } from './looking-out.svelte';
import { SaidLately } from './said-lately.svelte';
import { ScanAttention, lookingKeys } from './scan-attention.svelte';
import { stillBehind } from './still-behind.svelte';
import { Stopwatch } from './stopwatch.svelte';

interface Seat {
  lessonId: string;
  shown: LessonShown;
  me: { id: string; teaches: boolean };
  ongraded: (attemptId: string) => void;
  onothergraded: () => void;
}

/** What a person has at hand while an attempt is flown: hands, eyes, clock, voices and the view out, wired to the attempt. */
export class FlightDeck {
  readonly lesson: Lesson;
  readonly hands: PersonsHands;
  readonly underWay: AttemptUnderWay;
  readonly attention: ScanAttention | null;
  readonly desk: DistractionDesk | null;
  readonly approach: PlannedApproach | null;
  readonly hints: boolean;
  readonly way = new FlownWay();
  readonly lookingOut: LookingOut;
  readonly helps: Helps;
  readonly stopwatch: Stopwatch;
  readonly voice: InstructorVoice;
  readonly saidLately: SaidLately;
  /** Which sheet lies over the panel; time stands still behind it. */
  leaving = $state(false);
  coverOpen = $state(false);
  gamepadOpen = $state(false);
  private readonly pictures: FlightPictures;

  /** To be made while its page is. */
  constructor({ lessonId, shown, me, ongraded, onothergraded }: Seat) {
    const { lesson } = shown;
    const { plan, aircraft, covered, drill } = lesson;
    this.lesson = lesson;
    this.hands = new PersonsHands(aircraft);
    this.hints = plan.corridors === 'hints';
    this.approach = isApproach(plan) ? plan : null;
    const task = plan.scan ?? null;
    this.attention = task && new ScanAttention(task, covered, (area) => this.underWay.session?.look(area));
    this.desk = task?.distractions
      ? new DistractionDesk(distractionsOfLesson(lesson), (what) => this.underWay.session?.note(what))
      : null;
    this.lookingOut = new LookingOut(
      this.approach !== null || plan.cloudBase_ft !== null || drill.phases.some(({ looksOut }) => looksOut),
      this.approach?.approach.ends === 'missed' ? 'off' : 'small'
    );
    this.underWay = new AttemptUnderWay({
      lesson,
      lessonId,
      me,
      hands: this.hands,
      onbegin: () => {
        for (const one of [this.stopwatch, this.voice, this.helps, this.desk, this.way]) one?.begin();
      },
      onready: (ownEyes) => {
        if (ownEyes) this.attention?.begin();
        this.lookingOut.tell(this.underWay.session);
      },
      ongraded,
      onothergraded
    });
    this.helps = new Helps(lesson, this.hands, this.underWay);
    this.stopwatch = new Stopwatch(
      () => this.frame?.time_s ?? 0,
      (what) => this.underWay.session?.note({ kind: 'timer', detail: what }),
      lesson.navigation !== null
    );
    this.voice = new InstructorVoice((index) =>
      [this.underWay.lesson.drill.phases[index]!.call, this.clearance].filter(Boolean).join('. ')
    );
    this.saidLately = new SaidLately(
      () => this.underWay.said,
      (words) => this.voice.say(words)
    );
    this.pictures = new FlightPictures(this.underWay, this.hands, this.voice, this);
    stillBehind(
      () => this.leaving || this.coverOpen || this.gamepadOpen,
      this.hands,
      () => this.underWay.session
    );
  }

  readonly frame = $derived.by(() => this.underWay.frame);
  readonly isUnderWay = $derived.by(() => this.underWay.session?.state !== 'ready');
  readonly phase = $derived.by(() =>
    this.frame ? this.underWay.lesson.drill.phases[this.frame.phaseIndex]! : null
  );
  /** The hold to come, as a controller would clear it, in good time before its fix. */
  readonly clearance = $derived.by(() => {
    const next =
      this.frame && this.isUnderWay ? nextPhase(this.underWay.lesson.drill, this.frame.phaseIndex) : null;
    return next ? holdClearance(next) : null;
  });
  /** What of the panel can be seen, where looking is trained. */
  readonly view = $derived.by(() =>
    this.attention && this.isUnderWay
      ? this.attention.view(this.frame?.time_s ?? 0, this.underWay.ownEyes)
      : null
  );
  readonly shownHands = $derived.by(() =>
    this.underWay.simulatedBy && this.frame ? this.frame.hands : this.hands
  );
  /** The autopilot's heading is the heading's bug. */
  readonly shownBugs = $derived.by(() => {
    const bugs = this.shownHands.bugs ?? noBugs;
    const { simulatedBy } = this.underWay;
    const flown = !simulatedBy && this.hands.assist === 'autopilot' ? this.hands.modes.heading_deg : null;
    return flown === null ? bugs : { ...bugs, heading_deg: flown };
  });

  /** In the browser. @param asked what the address asks for: to be shown it first, to stop at corrections, to take over */
  begin(asked: URLSearchParams): void {
    this.underWay.connect();
    this.hands.gamepad = storedSetup();
    this.hands.onpause = () => this.underWay.togglePause();
    this.helps.restore(asked.has('with'));
    this.lookingOut.restore();
    this.underWay.prepareFirst(asked.has('shown'));
    const from = asked.get('from');
    if (from) void this.underWay.takeOver(from, Number(asked.get('at') ?? 0));
    this.pictures.begin();
  }

  end(): void {
    this.pictures.end();
    this.voice.close();
    this.underWay.dispose();
  }

  /** Says that the fix is passed, now. */
  readonly mark = (): void => {
    this.underWay.session?.note({ kind: 'mark', detail: this.phase?.reference?.fix ?? '' });
    this.underWay.note = `Called at ${clock(this.frame?.time_s ?? 0)}.`;
  };

  keys(): Shortcut[] {
    const { attention, hands, desk, helps, voice, stopwatch, underWay } = this;
    return [
      ...lessonKeys({
        togglePause: () => underWay.togglePause(),
        stopwatch,
        setRate: (rate) => underWay.session?.setRate(rate),
        beginAgain: () => (this.leaving = true),
        ...(attention
          ? {}
          : {
              bothHands: {
                nextAssist: () => helps.nextAssist(),
                cover: () => (this.coverOpen = true),
                toggleVoice: () => (voice.on = !voice.on)
              }
            })
      }),
      ...(attention ? [...lookingKeys(attention), ...oneHandKeys(hands)] : flyingKeys(hands)),
      ...(this.lesson.navigation && !attention ? radioKeys(hands, this.mark) : []),
      ...this.lookingOut.keys(() => underWay.session),
      ...(desk ? answerKeys(desk, () => this.frame?.time_s ?? 0) : [])
    ];
  }
}
