/** `npm start`: installs and builds if needed, then starts with the workshop's own data. Options: --port, --data. */
import { runServer } from './ensure.mjs';

runServer('server.js');
