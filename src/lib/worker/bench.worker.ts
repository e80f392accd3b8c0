/// <reference lib="webworker" />
import { panelQuestion } from '$core/bench/panel-question';
import type { School } from '$core/bench/primary-question';
import type { PanelQuestion, PanelQuestionKind } from '$core/bench/question';
import { readingsAt } from '$core/flight/replayed-readings';
import { aircraftById } from '$core/aircraft/catalogue';
import type { PanelKind, Readings } from '$core/instrument/readings';

export interface BenchRequest {
  kind: PanelQuestionKind;
  level: number;
  seed: number;
  panel: PanelKind;
  school: School;
}
/** A question with its panel as frames, ten a second. */
export interface BenchQuestion extends Omit<PanelQuestion, 'clip'> {
  aircraft: string;
  panel: PanelKind;
  setting_hPa: number;
  frames: Readings[];
}

const FRAME_S = 0.1;

/** Makes questions off the interface's thread: each is flown for the purpose. */
onmessage = ({ data }: MessageEvent<BenchRequest>) => {
  try {
    const { clip, ...question } = panelQuestion(data.kind, data.level, data.seed, data.panel, data.school);
    const aircraft = aircraftById(clip.plan.aircraft);
    const frames: Readings[] = [];
    for (let t = clip.from_s; t <= clip.to_s + 1e-9; t += FRAME_S) {
      const shown = readingsAt(clip.flight, t, { plan: clip.plan, aircraft });
      frames.push(clip.lying ? clip.lying(shown, t) : shown);
    }
    postMessage({
      question: {
        ...question,
        aircraft: clip.plan.aircraft,
        panel: data.panel,
        setting_hPa: clip.plan.altimeterSetting_hPa,
        frames
      } satisfies BenchQuestion
    });
  } catch (error) {
    postMessage({ message: error instanceof Error ? error.message : String(error) });
  }
};
