import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';

/** Shuts an ext4 down without writing anything more, as a power cut would. @source Linux, fs/ext4/ioctl.c: EXT4_IOC_SHUTDOWN, flag NOLOGFLUSH */
const CUT = 'open(my $d, "<", $ARGV[0]) or die $!; my $flag = pack("L", 2); ioctl($d, 0x8004587d, $flag) or die $!';

function run(command: string, ...args: string[]): void {
  const done = spawnSync(command, args, { encoding: 'utf8' });
  if (done.status !== 0) throw new Error(`${command} ${args.join(' ')}: ${done.stderr || done.error?.message}`);
}

/** A file system of its own in a file, that can lose its power. Root on Linux only. */
export class SmallDisk {
  readonly folder = mkdtempSync(path.join(os.tmpdir(), 'north-step-disk-'));
  private readonly image = `${this.folder}.img`;

  /** @returns why it cannot be had here, or nothing */
  static whyNot(): string | undefined {
    if (process.platform !== 'linux') return 'it takes Linux';
    if (process.getuid?.() !== 0) return 'it takes root';
    for (const tool of ['mkfs.ext4', 'mount', 'perl'])
      if (spawnSync('sh', ['-c', `command -v ${tool}`]).status !== 0) return `it takes ${tool}`;
    try {
      const disk = new SmallDisk(16);
      disk.remove();
      return undefined;
    } catch (error) {
      return (error as Error).message;
    }
  }

  constructor(megabytes: number) {
    run('truncate', '-s', `${megabytes}M`, this.image);
    run('mkfs.ext4', '-q', '-F', '-m', '0', this.image);
    this.mount();
  }
  mount(): void {
    run('mount', '-o', 'loop', this.image, this.folder);
  }
  /** From now on nothing reaches the disk; what was not forced is gone. */
  cut(): void {
    run('perl', '-e', CUT, this.folder);
  }
  async unmount(): Promise<void> {
    for (let attempt = 0; ; attempt++) {
      const done = spawnSync('umount', [this.folder], { encoding: 'utf8' });
      if (done.status === 0) return;
      if (attempt === 100) throw new Error(done.stderr);
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  }
  remove(): void {
    spawnSync('umount', ['-l', this.folder]);
    rmSync(this.folder, { recursive: true, force: true });
    if (existsSync(this.image)) rmSync(this.image);
  }
}
