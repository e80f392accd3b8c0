import { LONGEST_PICTURE_S, type PersonsHands } from '$lib/controls/hands.svelte';
import type { AttemptUnderWay } from './attempt-under-way.svelte';
import type { DistractionDesk } from './distraction-desk.svelte';
import type { FlownWay } from './flown-way.svelte';
import type { Helps } from './helps.svelte';
import type { InstructorVoice } from './instructor-voice.svelte';
import type { LookingOut } from './looking-out.svelte';
import type { ScanAttention } from './scan-attention.svelte';

/** What is done with every picture of the screen: the hands are read and sent, the newest frame is shown and followed. */
export class FlightPictures {
  private animation = 0;
  private last_ms = 0;
  private eyesWereClosed = false;
  private handsMoved = 0;

  constructor(
    private readonly underWay: AttemptUnderWay,
    private readonly hands: PersonsHands,
    private readonly voice: InstructorVoice,
    private readonly followers: {
      attention: ScanAttention | null;
      way: FlownWay;
      desk: DistractionDesk | null;
      lookingOut: LookingOut;
      helps: Helps;
    }
  ) {}

  begin(): void {
    this.animation = requestAnimationFrame(this.picture);
  }

  /** Also where there never was a screen. */
  end(): void {
    if (typeof cancelAnimationFrame === 'function') cancelAnimationFrame(this.animation);
  }

  private readonly picture = (now_ms: number): void => {
    const dt_s = Math.min(LONGEST_PICTURE_S, (now_ms - this.last_ms) / 1000);
    this.last_ms = now_ms;
    const { hands, voice, followers } = this;
    const { session, simulatedBy } = this.underWay;
    const seen = session?.frame;
    if (
      seen &&
      !simulatedBy &&
      ((this.eyesWereClosed && !seen.eyesClosed) || seen.handsMoved !== this.handsMoved)
    )
      hands.takeFrom(seen.hands, seen.readings);
    this.eyesWereClosed = seen?.eyesClosed ?? false;
    this.handsMoved = seen?.handsMoved ?? 0;
    if (session && !simulatedBy) session.hands(hands.now(dt_s, session.instruments?.readings ?? null));
    session?.show();
    const moving = session?.newestMoving;
    if (moving) followers.lookingOut.follow(moving.outside, voice.on);
    if (seen && moving && session?.state === 'running') {
      followers.attention?.follow(moving.time_s, moving.looksAt);
      if (seen.fromAbove) followers.way.add(seen.time_s, seen.fromAbove);
      const coming = followers.desk?.coming(seen.time_s);
      if (coming && coming.kind !== 'gauge') voice.say(coming.words);
    }
    if (session) {
      voice.follow(session);
      if (!simulatedBy) followers.helps.follow(session);
    }
    this.begin();
  };
}
