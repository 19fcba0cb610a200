/** `npm run demo`: installs and builds if needed, then starts with the demo workshop. Options: --port, --data. */
import { runServer } from './ensure.mjs';

runServer('demo.js');
