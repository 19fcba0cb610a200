import os from 'node:os';
import path from 'node:path';

/**
 * Where a workshop's data are kept unless `--data` says otherwise: beside a user's home as the platform has it.
 * @source XDG Base Directory Specification 0.8; Apple File System Programming Guide; Windows Known Folders
 */
export function dataFolder(
  platform: NodeJS.Platform = process.platform,
  env: NodeJS.ProcessEnv = process.env,
  home = os.homedir(),
): string {
  if (platform === 'darwin') return path.posix.join(home, 'Library/Application Support/North Step');
  if (platform === 'win32')
    return path.win32.join(env.APPDATA ?? path.win32.join(home, 'AppData/Roaming'), 'North Step');
  // a relative path in XDG_DATA_HOME is to be ignored
  const base = env.XDG_DATA_HOME && path.posix.isAbsolute(env.XDG_DATA_HOME) ? env.XDG_DATA_HOME : undefined;
  return path.posix.join(base ?? path.posix.join(home, '.local/share'), 'north-step');
}
