import { runFromCommandLine } from './cli.ts';

/** A workshop's own server. */
await runFromCommandLine({ data: '.data/north-step', log: 'info' });
