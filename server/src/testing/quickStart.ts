import { setFlagsFromString } from 'node:v8';

// A database of a test lives for seconds: compiling what it runs a second time, and well, took half of the processor.
setFlagsFromString('--liftoff-only');
