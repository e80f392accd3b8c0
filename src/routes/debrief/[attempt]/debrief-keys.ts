import type { Shortcut } from '$lib/ui/shortcuts.svelte';

/** The keys of a debrief beside those of its player. */
export function debriefKeys(does: {
  stepFinding: (by: 1 | -1) => void;
  showEarlier: () => void;
  showReference: () => void;
  openArithmetic: () => void;
  override: () => void;
  writeNote: () => void;
}): Shortcut[] {
  return [
    { key: '[', shown: '[ ]', does: 'finding before, after', run: () => does.stepFinding(-1) },
    { key: ']', shown: '', does: '', run: () => does.stepFinding(1) },
    { key: 'g', shown: 'G', does: 'ghost of the attempt before', run: does.showEarlier },
    { key: 'f', shown: 'F', does: 'ghost of the reference pilot', run: does.showReference },
    { key: 'm', shown: 'M', does: 'the grade’s arithmetic', run: does.openArithmetic },
    { key: 'o', shown: 'O', does: 'override the grade', run: does.override },
    { key: 'n', shown: 'N', does: 'write a note', run: does.writeNote }
  ];
}
