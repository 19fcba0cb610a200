import guide from '../../../../docs/guide.md?raw';
import { Chapters } from './Chapters.tsx';

/** The guide: it opens where the page that one came from is told of. */
export const GuidePage = () => (
  <Chapters
    say="Guide"
    more="What every page is for, and how the work goes through them."
    label="In this guide"
    text={guide}
  />
);
