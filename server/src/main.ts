import { runFromCommandLine } from './cli.ts';
import { dataFolder } from './dataFolder.ts';

/** A workshop's own server. */
await runFromCommandLine({ data: dataFolder(), log: 'warn' });
