import { migrateDatabase } from './database/migrate.ts';
import { setting } from './setting.ts';

/**
 * Brings the database up to date and ends; run before `main.ts`, in a process of its own, so that the one that serves
 * never has the owner's credentials. Settings: `KURREL_OWNER_URL`, `KURREL_APP_PASSWORD` (the app's role gets it).
 */
await migrateDatabase(setting('KURREL_OWNER_URL'), setting('KURREL_APP_PASSWORD'));
