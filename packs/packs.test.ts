import { describe, expect, it } from 'vitest';
import names from './breed-names.json' with { type: 'json' };
import { breeds, packs } from '../core/testing/packs.ts';
import { landmark } from '../core/src/body/landmarks.ts';
import { bodyOf, dogZones } from '../core/src/index.ts';
import { areaOf } from '../core/src/plan/target.ts';

const ids = (list: readonly { readonly id: string }[]) => list.map((entry) => entry.id);
const zoneKinds = ids(packs.zones.zones);

describe('the packs hold together', () => {
  it('about 45 zones, paired ones left and right', () => {
    const zones = dogZones(packs.zones);
    expect(zones.length).toBeGreaterThanOrEqual(43);
    expect(zones.length).toBeLessThanOrEqual(54);
    expect(new Set(zones.map((z) => z.id)).size).toBe(zones.length);
  });

  it.each(breeds.map((breed) => [breed.id, breed] as const))(
    '%s names only what the packs have',
    (_id, breed) => {
      expect(ids(packs.coats.types)).toContain(breed.coat);
      expect(breed.trims.length).toBeGreaterThanOrEqual(2);
      for (const trim of breed.trims) {
        for (const zone of packs.zones.zones) {
          const kind = zone.id;
          const area = areaOf(trim.areas, zone);
          expect(area, `${trim.id} says nothing of ${kind}`).toBeDefined();
          if (!area) continue;
          expect(area.mm, `${trim.id} ${kind}`).toBeGreaterThanOrEqual(area.range[0]);
          expect(area.mm, `${trim.id} ${kind}`).toBeLessThanOrEqual(area.range[1]);
        }
        for (const area of trim.areas) {
          for (const zone of area.zones) expect([...zoneKinds, '*']).toContain(zone);
        }
        for (const line of trim.lines) expect(ids(breed.lines)).toContain(line);
      }
      const named = [
        ...breed.rules.flatMap((r) =>
          'zones' in r ? r.zones : r.kind === 'lengthOrder' ? [r.shorter, r.longer] : [],
        ),
        ...breed.cautions.flatMap((c) => c.zones),
      ];
      for (const zone of named) expect(zoneKinds).toContain(zone);
    },
  );

  it('every landmark a breed, a finding or a zone patch moves is on the skeleton', () => {
    const skeleton = Object.keys(packs.archetypes.skeleton.landmarks);
    const moved = [
      ...breeds.flatMap((b) => Object.keys(b.body.moves ?? {})),
      ...packs.archetypes.archetypes.flatMap((a) => Object.keys(a.moves)),
      ...packs.findings.findings.flatMap((f) => Object.keys(f.moves)),
    ];
    for (const name of moved) expect(skeleton).toContain(name);
  });

  it('the landmarks that shape a trim are on the contour of some part', () => {
    for (const breed of breeds) {
      const body = bodyOf(packs, breed, {}, []);
      const onContour = new Set(body.views.side.parts.flatMap((part) => Object.keys(part.landmarkStation)));
      for (const trim of breed.trims) {
        for (const area of trim.areas) {
          for (const name of Object.keys(area.shape ?? {})) {
            expect(onContour.has(name), `${breed.id} ${trim.id} ${name}`).toBe(true);
          }
        }
      }
    }
  });

  it('zones, cautions, carriers and modifiers refer to what exists', () => {
    const cautions = ids(packs.safety.cautions);
    for (const zone of packs.zones.zones) {
      for (const near of zone.near) expect(zoneKinds).toContain(near);
      for (const caution of zone.cautions) expect(cautions).toContain(caution);
    }
    for (const kind of packs.tools.kinds)
      for (const c of kind.carriers) expect(ids(packs.tools.kinds)).toContain(c);
    for (const f of packs.findings.findings) {
      for (const { zones } of f.balance) for (const zone of zones) expect(zoneKinds).toContain(zone);
    }
    for (const m of packs.coats.modifiers)
      for (const t of m.appliesTo) expect(ids(packs.coats.types)).toContain(t);
  });

  it('six breeds in depth have rules, lines, cautions and sourced statements', () => {
    const deep = breeds.filter((breed) => !breed.generic);
    expect(deep.length).toBeGreaterThanOrEqual(6);
    for (const breed of deep) {
      expect(breed.rules.length, breed.id).toBeGreaterThanOrEqual(4);
      expect(breed.cautions.length, breed.id).toBeGreaterThan(0);
      expect(
        breed.statements.some((s) => s.source === 'standard'),
        breed.id,
      ).toBe(true);
    }
  });

  it('the list of breed names is that of the packs', () => {
    const listed = [...names].sort((a, b) => a.id.localeCompare(b.id));
    const there = breeds.map(({ id, name, generic }) => ({ id, name, generic }));
    expect(listed).toEqual(there.sort((a, b) => a.id.localeCompare(b.id)));
  });

  it('a generic pack claims no standard', () => {
    for (const breed of breeds.filter((b) => b.generic)) {
      const sources = [...breed.statements, ...breed.trims].map((s) => s.source);
      expect(sources, breed.id).not.toContain('standard');
    }
  });

  it('asking a body for a landmark it lacks says which', () => {
    expect(() => landmark({}, 'horn')).toThrow('horn');
  });
});
