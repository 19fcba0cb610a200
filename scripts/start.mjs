/** `npm start`: installs and builds if needed, then starts on the workshop’s own data. Options: --port, --data. */
import { spawn } from 'node:child_process';
import { ensureBuilt, ensurePackages, root } from './ensure.mjs';

ensurePackages();
ensureBuilt();
const server = spawn('node', ['dist/server/server.js', '--web', `${root}/dist/web`, ...process.argv.slice(2)], {
  cwd: root,
  stdio: 'inherit',
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
