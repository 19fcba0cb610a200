import type { CuredLook, LookOutcome, MatteLook, Step } from '@north-step/core/route';

type LookOption = { readonly value: LookOutcome; readonly key: string; readonly text: string; readonly means: string };
const MATTE: readonly (LookOption & { value: MatteLook })[] = [
  { value: 'matte', key: 'y', text: 'Matte', means: 'Evenly matte, dry in every corner. The cure opens.' },
  {
    value: 'shine',
    key: 's',
    text: 'Shine',
    means: 'Resin is still there: it goes back to the clean bath with a new time.',
  },
  { value: 'tack', key: 't', text: 'Tack', means: 'It sticks: wash again in clean solvent, never cure it so.' },
];
const CURED: readonly (LookOption & { value: CuredLook })[] = [
  { value: 'good', key: 'y', text: 'Good', means: 'No tack, no shine, hard to a nail, no warm tint.' },
  { value: 'tacky', key: 't', text: 'Tacky', means: 'Adds one increment of light, then asks again.' },
  { value: 'tinted', key: 'o', text: 'Tinted', means: 'Over-cure cannot be undone; it is flagged.' },
  { value: 'broken', key: 'b', text: 'Broken', means: 'Count the pieces; it is flagged.' },
];
/** What can be answered at a look. */
export const looksFor = (step: Step): readonly LookOption[] => (step.kind === 'look-matte' ? MATTE : CURED);
