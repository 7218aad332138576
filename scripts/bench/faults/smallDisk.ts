import { execFileSync } from 'node:child_process';
import { mkdirSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Cluster } from '../../postgres.mjs';

/** A disk small enough to be filled, that the log lies on; only root can mount one. */
export class SmallDisk {
  private readonly folder = join(tmpdir(), `twin-shot-small-${process.pid}`);
  private readonly filler = join(this.folder, 'filler');
  private constructor(megabytes: number) {
    mkdirSync(this.folder, { recursive: true });
    execFileSync('mount', [
      '-t',
      'tmpfs',
      '-o',
      `size=${megabytes}m,mode=0777`,
      'tmpfs',
      this.folder,
    ]);
  }
  /** Puts the log on it. Null where nothing can be mounted. */
  static under(own: Cluster, database: string, megabytes = 64): SmallDisk | null {
    if (process.getuid?.() !== 0) return null;
    try {
      const disk = new SmallDisk(megabytes);
      execFileSync('runuser', ['-u', 'postgres', '--', 'mkdir', join(disk.folder, 'space')], {
        cwd: '/',
      });
      own.psql('postgres', `CREATE TABLESPACE small LOCATION '${join(disk.folder, 'space')}'`);
      const done = own.psql(
        database,
        `ALTER TABLE events SET TABLESPACE small; ALTER INDEX events_pkey SET TABLESPACE small;
          ALTER INDEX events_id_key SET TABLESPACE small`,
      );
      if (done.status !== 0) throw new Error(done.stderr);
      return disk;
    } catch (error) {
      console.error(`No small disk could be mounted: ${String(error)}`);
      return null;
    }
  }
  fill(): void {
    const { bavail, bsize } = statfsSync(this.folder);
    writeFileSync(this.filler, Buffer.alloc(bavail * bsize));
  }
  free(): void {
    rmSync(this.filler, { force: true });
  }
  gone(): void {
    execFileSync('umount', ['-l', this.folder]);
    rmSync(this.folder, { recursive: true, force: true });
  }
}
