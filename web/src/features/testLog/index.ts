export { useCureTestsQuery } from './endpoints.ts';
export { TestLogPage } from './TestLogPage.tsx';
export { testedOf, testedWords } from './testWords.ts';
