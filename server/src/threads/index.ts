export { type Asker, type Asking, askThread, type Limits, NotAnswered } from './askThread.ts';
export { startThread } from './thread.ts';
