import type { SecurityEvent, SecurityLine } from '@kurrel/contract';
import { desc, eq } from 'drizzle-orm';
import { alias } from 'drizzle-orm/pg-core';
import type { Request } from 'express';
import { Router } from 'express';
import type { Database, SalonTx } from '../database/connect.ts';
import { inSalon } from '../database/connect.ts';
import { people, securityLog } from '../database/schema/team.ts';
import { permitted } from './session.ts';

/** Lines the lead sees, the latest first. */
const LINES = 200;

interface Noted {
  readonly event: SecurityEvent;
  readonly salonId: string;
  /** Who did it; null when nobody was signed in. */
  readonly personId: string | null;
  readonly aboutId?: string;
}

/** Adds a line to the salon's log of security events: who, what, from where. */
export async function note(tx: SalonTx, request: Request, noted: Noted): Promise<void> {
  const { event, salonId, personId, aboutId } = noted;
  await tx.insert(securityLog).values({ event, salonId, personId, aboutId, address: request.ip ?? '' });
}

export function securityLogRoutes(db: Database): Router {
  const router = Router();
  router.get('/', async (_request, response) => {
    const { salonId } = permitted(response, 'people:edit');
    const [by, about] = [alias(people, 'by'), alias(people, 'about')];
    const rows = await inSalon(db, salonId, (tx) =>
      tx
        .select({ line: securityLog, by: by.name, about: about.name })
        .from(securityLog)
        .leftJoin(by, eq(by.id, securityLog.personId))
        .leftJoin(about, eq(about.id, securityLog.aboutId))
        .orderBy(desc(securityLog.at))
        .limit(LINES),
    );
    const lines: SecurityLine[] = rows.map(({ line: { at, event, address }, by: who, about: whom }) => ({
      at: at.toISOString(),
      event,
      by: who,
      about: whom,
      address,
    }));
    response.json(lines);
  });
  return router;
}
