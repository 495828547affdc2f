import { describe, expect, it } from 'vitest';
import names from './breed-names.json' with { type: 'json' };
import { breeds, packs } from '../core/testing/packs.ts';
import { landmark } from '../core/src/body/landmarks.ts';
import { bodyOf, dogZones } from '../core/src/index.ts';

describe('the packs hold together', () => {
  it('about 45 zones, paired ones left and right', () => {
    const zones = dogZones(packs.zones);
    expect(zones.length).toBeGreaterThanOrEqual(43);
    expect(zones.length).toBeLessThanOrEqual(56);
    expect(new Set(zones.map((z) => z.id)).size).toBe(zones.length);
  });

  it('every breed has at least two trims', () => {
    for (const breed of breeds) expect(breed.trims.length, breed.id).toBeGreaterThanOrEqual(2);
  });

  it('every landmark a breed, a finding or a zone patch moves is on the skeleton', () => {
    const skeleton = Object.keys(packs.archetypes.skeleton.landmarks);
    const moved = [
      ...breeds.flatMap((b) => Object.keys(b.body.moves ?? {})),
      ...packs.archetypes.archetypes.flatMap((a) => Object.keys(a.moves)),
    ];
    for (const name of moved) expect(skeleton).toContain(name);
  });

  it('the landmarks that shape a trim are on the contour of some part', () => {
    for (const breed of breeds) {
      const body = bodyOf(packs, breed, {}, []);
      const onContour = new Set(
        Object.values(body.views).flatMap(({ parts }) =>
          parts.flatMap((part) => Object.keys(part.landmarkStation)),
        ),
      );
      for (const trim of breed.trims) {
        for (const area of Object.values(trim.areas)) {
          for (const name of Object.keys(area.shape ?? {})) {
            expect(onContour.has(name), `${breed.id} ${trim.id} ${name}`).toBe(true);
          }
        }
      }
    }
  });

  it('the skull between occiput and brow is topknot on every dog, wherever its ears are set', () => {
    for (const breed of breeds) {
      const head = bodyOf(packs, breed, {}, []).views.side.parts.find(({ id }) => id === 'head');
      const { occiput = 0, brow = 0 } = head?.landmarkStation ?? {};
      const zones = new Set(head?.stations.slice(occiput, brow - 2).map(({ zone }) => zone));
      expect([...zones], breed.id).toEqual(['topknot']);
    }
  });

  it('six breeds in depth have rules, lines, cautions and sourced statements', () => {
    // A cross has no standard.
    const deep = breeds.filter(({ id, generic }) => !generic && id !== 'poodle-cross');
    expect(deep.length).toBeGreaterThanOrEqual(6);
    for (const breed of deep) {
      expect(breed.rules.length, breed.id).toBeGreaterThanOrEqual(3);
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

  it('the rules of a breed are told apart by their ids', () => {
    for (const { id, rules } of breeds)
      expect(new Set(rules.map((rule) => rule.id)).size, id).toBe(rules.length);
  });

  it('a sentence of a standard says whose; nothing else claims to be one', () => {
    const counts = { standard: 0, custom: 0, prior: 0, 'standard with its figures': 0 };
    for (const { id, rules, statements } of breeds)
      for (const one of [...rules, ...statements]) {
        expect(one.whose !== undefined, `${id}: ${one.text}`).toBe(one.source === 'standard');
        counts[one.source]++;
        if ('figures' in one) counts['standard with its figures']++;
      }
    console.log('sentences of the breeds:', counts);
    expect(counts.standard).toBeGreaterThan(60);
    expect(counts['standard with its figures']).toBeLessThan(counts.standard / 4);
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
