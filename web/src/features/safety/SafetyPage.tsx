import safety from '../../../../docs/safety.md?raw';
import { Chapters } from '../guide/index.ts';

/** What can hurt somebody in this work, and the usual caution: one page that can be printed. */
export const SafetyPage = () => (
  <Chapters
    say="Safety"
    more="The usual caution. Data sheets, local codes and licensed practice count before it."
    label="On this page"
    text={safety}
  />
);
