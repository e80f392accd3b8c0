import type { GuidedLesson } from './guided-step';

interface GuidedText {
  name: string;
  about: string;
  /** The approach that is flown, and what is seen at its minimum. */
  approach: string;
  ends: 'missed' | 'landing';
}

export const guidedTexts: Record<GuidedLesson, GuidedText> = {
  'first-ils': {
    name: 'Your first ILS',
    about:
      'Heading and altitude until the localizer comes alive; ease onto it; wait for the path; then both needles with ever smaller corrections.',
    approach: 'xvlb-ils-24',
    ends: 'landing'
  },
  'known-numbers': {
    name: 'Known numbers, then needles',
    about:
      'Speed first, then the rate that makes the path at this groundspeed, on the heading that makes the course. The needles only check it.',
    approach: 'xvlb-ils-24',
    ends: 'missed'
  }
};
