import type { PanelKind } from '../instrument/readings';
import { seededNoise } from '../measure/seeded-noise';
import { doingQuestion } from './doing-question';
import { inputQuestion } from './input-question';
import { liarQuestion } from './liar-question';
import { primaryQuestion, type School } from './primary-question';
import type { PanelQuestion, PanelQuestionKind } from './question';

/** A fresh question about a panel: the same seed, kind, level and panel always make the same one. */
export function panelQuestion(
  kind: PanelQuestionKind,
  level: number,
  seed: number,
  panel: PanelKind,
  school: School
): PanelQuestion {
  const noise = seededNoise(seed);
  switch (kind) {
    case 'primary':
      return primaryQuestion(noise, level, panel, school);
    case 'doing':
      return doingQuestion(noise, level, panel);
    case 'input':
      return inputQuestion(noise, level, panel);
    case 'liar':
      return liarQuestion(noise, level, panel);
  }
}
