import { inWords, timesWords } from '../measure/count-words';
import { figure } from '../measure/figure';
import type { Proposal } from './next-on-road';

/** Out of ten, in words; nobody knows it more closely. */
const ofTen = (chance: number): string =>
  `${figure(Math.min(9, Math.max(1, Math.round(chance * 10))))} of 10`;

const days = (count: number): string =>
  count < 1.5 ? 'a day' : count < 60 ? `${figure(count)} days` : `${figure(count / 30)} months`;

/**
 * Why a thing is proposed, as an instructor would say it: nothing but what its flights say.
 * @param recurring a fault that was found again and again in its latest flights, lowered, with how often; null: none was
 */
export function proposalWords(
  { reason, standing, lesson, asked, due }: Proposal,
  recurring: { title: string; count: number; of: number } | null
): string {
  const { skill, row, idle_d } = standing;
  const fault = recurring
    ? ` Found in ${recurring.count} of the last ${recurring.of}: ${recurring.title}.`
    : '';
  switch (reason) {
    case 'homework':
      return `Set for you: ${timesWords(due!.times)} more, ${dueWords(due!.in_d)}.${fault}`;
    case 'slipping':
      return `It was to standard. After ${days(idle_d ?? 0)} without it, about ${ofTen(skill.chance)} flights would still be.`;
    case 'next':
      return `Next in the syllabus, “${lesson!.name}”: ${lesson!.purpose}`;
    case 'stuck':
      return `${figure(skill.flights)} flights, and the last ones have brought no more.${fault} Ask your instructor to look at one with you.`;
    case 'again': {
      const left = asked!.met - row;
      const help = asked!.unaided ? ' without hints' : '';
      const so =
        row === 0 ? 'Not to standard yet' : `The last ${row === 1 ? 'one' : inWords(row)} met the standard`;
      return `${so}: ${left === 1 ? `one${row > 0 ? ' more' : ''}${help} completes it` : `${inWords(left)} in a row${help} complete it`}.${fault}`;
    }
  }
}

/** When homework is due, from days. */
export function dueWords(in_d: number): string {
  const day = Math.floor(in_d);
  if (day < 0) return `due ${day === -1 ? 'yesterday' : `${figure(-day)} days ago`}`;
  return day === 0 ? 'due today' : day === 1 ? 'due tomorrow' : `due in ${figure(day)} days`;
}
