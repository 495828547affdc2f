import { connect } from '@kurrel/server/database/connect';
import { migrateDatabase } from '@kurrel/server/database/migrate';
import { loadLibrary } from '@kurrel/server/packs/load';
import { isEmpty, seedDemo, wipe } from '@kurrel/server/seed/demo';
import type { Cluster } from './cluster.ts';

export const DATABASE = 'kurrel';

export interface DemoDatabase {
  readonly ownerUrl: string;
  readonly appUrl: string;
  readonly secret: string;
  readonly seeded: boolean;
}

/** The demo's database, migrated, and seeded when it is empty or `fresh` is asked for. */
export async function demoDatabase(cluster: Cluster, fresh: boolean): Promise<DemoDatabase> {
  await cluster.createDatabase(DATABASE);
  const ownerUrl = cluster.ownerUrl(DATABASE);
  await migrateDatabase(ownerUrl, cluster.appPassword);
  const owner = connect(ownerUrl);
  try {
    if (fresh) await wipe(owner.db);
    const seeded = await isEmpty(owner.db);
    // All of it or nothing: stopped in the midst, the next start seeds again.
    if (seeded) await owner.db.transaction((tx) => seedDemo(tx, loadLibrary(), new Date()));
    return { ownerUrl, appUrl: cluster.appUrl(DATABASE), secret: cluster.secret, seeded };
  } finally {
    await owner.close();
  }
}
