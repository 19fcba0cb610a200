import { expect, it } from 'vitest';
import { dataFolder } from './dataFolder.ts';

it.each([
  ['linux', {}, '/home/ada', '/home/ada/.local/share/north-step'],
  ['linux', { XDG_DATA_HOME: '/data' }, '/home/ada', '/data/north-step'],
  ['linux', { XDG_DATA_HOME: 'data' }, '/home/ada', '/home/ada/.local/share/north-step'],
  ['darwin', {}, '/Users/ada', '/Users/ada/Library/Application Support/North Step'],
  ['win32', { APPDATA: 'D:\\Roaming' }, 'C:\\Users\\ada', 'D:\\Roaming\\North Step'],
  ['win32', {}, 'C:\\Users\\ada', 'C:\\Users\\ada\\AppData\\Roaming\\North Step'],
] as const)('on %s with %j data are kept where the platform keeps them', (platform, env, home, folder) => {
  expect(dataFolder(platform, env, home)).toBe(folder);
});
