import type { SaveHands, SavedHands } from '@kurrel/contract';
import { saveHandsSchema } from '@kurrel/contract';
import type { Hands } from '@kurrel/core';
import { MAY_DECIDE, liftedStops, namedZones, stayingSigns, stopsOf } from '@kurrel/core';
import { isDeepStrictEqual } from 'node:util';
import { and, eq } from 'drizzle-orm';
import { Router } from 'express';
import type { Database, SalonTx } from '../database/connect.ts';
import { dogs, visits } from '../database/schema/dogs.ts';
import { stopLog } from '../database/schema/visits.ts';
import { answerWrite } from '../edge/write.ts';
import { unbelievable } from '../dogs/believable.ts';
import type { Library } from '../packs/load.ts';
import { changedMeanwhile, idFrom, parseBody, Refusal, versionFrom } from '../problems.ts';
import { permitted } from '../session/session.ts';
import { announce } from '../today/announce.ts';
import { logFoundStops } from './foundStops.ts';
import { breedOf, planSheet, stopLines as stopLinesOf } from './sheet.ts';
import type { PlanSheet } from './sheet.ts';

export function handsRoutes(db: Database, library: Library): Router {
  const router = Router();

  /** Saves what the hands found; what stays on the dog goes to its card in the same step. */
  router.put('/visits/:id/hands', async (request, response) => {
    const who = permitted(response, 'hands:save');
    const { salonId, personId, role, name } = who;
    const id = idFrom(request.params.id, 'visit');
    const version = versionFrom(request.headers['if-match']);
    const body = parseBody(saveHandsSchema, request.body);
    await answerWrite(db, request, response, who, async (tx) => {
      const sheet = await planSheet(tx, library, id);
      requireKnown(body.hands, library);
      requireBelievable(body.hands, sheet, library);
      if (sheet.handsVersion !== version) throw changedMeanwhile('sheet of findings', sheet);
      const lifted = liftedBy(body.hands, sheet, library);
      if (lifted.length > 0 && !MAY_DECIDE.includes(role)) throw mayNotLift();
      const dogVersion = await writeLastingFindings(tx, sheet, body, library);
      const [row] = await tx
        .update(visits)
        .set({ hands: body.hands, handsVersion: version + 1 })
        .where(and(eq(visits.id, id), eq(visits.handsVersion, version)))
        .returning({ version: visits.handsVersion });
      if (!row) throw changedMeanwhile('sheet of findings', sheet);
      for (const key of lifted) {
        const line = { key, action: 'lifted' as const, note: 'no longer on the sheet' };
        await tx.insert(stopLog).values({ ...line, salonId, visitId: id, byId: personId });
      }
      const stopLines = await stopLinesOf(tx, id);
      await logFoundStops(tx, library, { ...sheet, hands: body.hands, stopLog: stopLines }, who);
      await announce(tx, salonId, id);
      const { version: now } = row;
      const saved: SavedHands = {
        version: now,
        dogVersion,
        savedBy: name,
        savedAt: new Date().toISOString(),
      };
      return { status: 200, etag: `${now}`, body: saved };
    });
  });
  return router;
}

/** Keys of the stops that saving this sheet would lift, answered or not. */
function liftedBy(hands: Hands, { hands: before, salon, stopLog: log }: PlanSheet, { packs }: Library) {
  const { handlingLimit } = salon.policy;
  return liftedStops(stopsOf(before, packs, handlingLimit), stopsOf(hands, packs, handlingLimit), log);
}

const mayNotLift = () =>
  new Refusal(
    'not-allowed',
    'This would lift a stop',
    'What stops the work is taken off by a groomer or the lead. Put it back on the sheet, or ask one of them to sign in here.',
  );

/** Writes what stays to the dog's card where it differs; gives the card's version. */
async function writeLastingFindings(
  tx: SalonTx,
  sheet: PlanSheet,
  { hands, dogVersion }: SaveHands,
  library: Library,
): Promise<number> {
  const { dog } = sheet;
  const { measurements, findings, coatType, coatModifiers, dense } = hands;
  const stays = {
    measurements,
    findings: findings.map((found) => ({ ...found, side: found.side ?? null })),
    coatType,
    coatModifiers: [...coatModifiers],
    dense,
    signs: [...stayingSigns(hands.signs, library.packs.signs)],
  };
  const now = Object.fromEntries(Object.keys(stays).map((key) => [key, dog[key as keyof typeof stays]]));
  if (isDeepStrictEqual(plain(now), plain(stays))) return dog.version;
  const [row] = await tx
    .update(dogs)
    .set({ ...stays, version: dogVersion + 1 })
    .where(and(eq(dogs.id, dog.id), eq(dogs.version, dogVersion)))
    .returning({ version: dogs.version });
  if (!row) throw changedMeanwhile('dog', sheet);
  return row.version;
}

const plain = (value: unknown): unknown => JSON.parse(JSON.stringify(value));

/** @throws Refusal naming every entry that the packs do not have. */
function requireKnown(hands: Hands, { packs }: Library): void {
  const zones = new Set(namedZones(packs.zones).map(({ id }) => id));
  const fields: { path: string; message: string }[] = [];
  const known = (path: string, id: string, ids: ReadonlySet<string>) => {
    if (!ids.has(id)) fields.push({ path, message: `Kurrel does not know "${id}".` });
  };
  const ids = (list: readonly { readonly id: string }[]) => new Set(list.map(({ id }) => id));
  const [signs, findings, types, modifiers] = [
    ids(packs.signs.signs),
    ids(packs.findings.findings),
    ids(packs.coats.types),
    ids(packs.coats.modifiers),
  ];
  known('hands.coatType', hands.coatType, types);
  for (const id of hands.coatModifiers) known('hands.coatModifiers', id, modifiers);
  hands.findings.forEach(({ finding }, i) => known(`hands.findings[${i}].finding`, finding, findings));
  hands.signs.forEach(({ sign, zone }, i) => {
    known(`hands.signs[${i}].sign`, sign, signs);
    const kind = packs.signs.signs.find((one) => one.id === sign);
    if (zone !== null) known(`hands.signs[${i}].zone`, zone, zones);
    else if (kind?.scope === 'zone') {
      fields.push({ path: `hands.signs[${i}].zone`, message: `Say where the ${kind.name} is.` });
    }
  });
  hands.mats.forEach(({ zone }, i) => known(`hands.mats[${i}].zone`, zone, zones));
  for (const zone of Object.keys(hands.lengths)) known(`hands.lengths.${zone}`, zone, zones);
  if (fields.length > 0) throw badSheet(fields);
}

/** @throws Refusal for a measurement that is unusual for the breed and was not taken a second time. */
function requireBelievable(hands: Hands, sheet: PlanSheet, library: Library): void {
  const breed = breedOf(library, sheet);
  const { measurements, confirmed } = hands;
  const found = unbelievable(library.packs, breed, measurements, confirmed, sheet.dog.measurements);
  if (found.length === 0) return;
  throw badSheet(found.map(({ key, message }) => ({ path: `hands.measurements.${key}`, message })));
}

const badSheet = (fields: { path: string; message: string }[]) =>
  new Refusal('bad-input', 'Some of this cannot be right', 'Correct the places named and save again.', {
    fields,
  });
