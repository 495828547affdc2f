import { describe, expect, it } from 'vitest';
import { breed, breeds, packs, trimOf } from '../../testing/packs.ts';
import type { Body } from '../body/body.ts';
import { bodyOf, VIEW_IDS } from '../body/body.ts';
import type { Trim } from '../packs/breed.ts';
import { zoneKindId, wholeKindId } from '../terms/zone.ts';
import { divided } from './divided.ts';

const whole = (id: string): Body => bodyOf(packs, breed(id), {}, []);
const drawn = (id: string, trimId: string): Body => divided(packs, breed(id), trimOf(id, trimId), whole(id));
/** The kind of place near a landmark of a part from the side. */
const kindAt = (body: Body, part: string, landmark: string, past = 0): string => {
  const found = body.views.side.parts.find(({ id, far }) => id === part && !far);
  const at = (found?.landmarkStation[landmark] ?? NaN) + past;
  return zoneKindId(found?.stations[at]?.zone ?? '');
};
const every = breeds.flatMap((pack) =>
  pack.trims.filter(({ splits }) => splits.length > 0).map((trim) => [pack.id, trim.id, trim] as const),
);

describe('a line divides the places it crosses', () => {
  it('the crown of a spaniel ends halfway to the occiput: behind it is skull', () => {
    const cocker = drawn('american-cocker-spaniel', 'full-feather');
    expect(kindAt(cocker, 'head', 'brow', -3)).toBe('topknot#crown');
    expect(kindAt(cocker, 'head', 'skullTop')).toBe('topknot#crown');
    expect(kindAt(cocker, 'head', 'occiput', 2)).toBe('topknot#skull');
    expect(kindAt(drawn('english-springer-spaniel', 'carded'), 'head', 'skullTop')).toBe('topknot');
  });

  it('a mane ends at the last rib, a saddle above its band, a bracelet above the hock', () => {
    const kinds = (body: Body) =>
      new Set(body.views.side.parts.flatMap(({ zones }) => zones.map(zoneKindId)));
    expect(kinds(drawn('standard-poodle', 'continental'))).toContain('gaskin#bracelet');
    expect(kinds(drawn('standard-poodle', 'english-saddle'))).toContain('thigh#band');
    expect(kinds(drawn('standard-poodle', 'lamb'))).not.toContain('gaskin#bracelet');
    const { patches = [] } =
      drawn('standard-poodle', 'continental').views.side.parts.find(({ id }) => id === 'trunk') ?? {};
    const middle = (zone: string) => patches.find((patch) => patch.zone === zone)?.label?.x ?? NaN;
    const rib = whole('standard-poodle').landmarks.lastRib?.x ?? NaN;
    expect(middle('rib#mane.left')).toBeLessThan(rib);
    expect(middle('rib#flank.left')).toBeGreaterThan(rib);
  });

  it('a throat’s point reaches down to its line, and the front begins below it', () => {
    const poodle = drawn('standard-poodle', 'lamb');
    expect(kindAt(poodle, 'trunk', 'forechest')).toBe('forechest#front');
    const [neck] = poodle.views.side.parts.filter(({ id }) => id === 'neck');
    expect(neck?.zones).toContain('forechest#vee');
  });

  it.each(every)('%s, %s: both parts are seen, on both sides alike', (id, _trimId, trim) => {
    const body = divided(packs, breed(id), trim, whole(id));
    const seen = VIEW_IDS.flatMap((view) =>
      body.views[view].parts.flatMap(({ zones, patches }) => [...zones, ...patches.map(({ zone }) => zone)]),
    );
    for (const { zone, into } of trim.splits) {
      for (const part of into)
        expect(
          seen.some((one) => zoneKindId(one) === part),
          part,
        ).toBe(true);
      expect(
        seen.some((one) => zoneKindId(one) === zone),
        zone,
      ).toBe(false);
    }
    for (const view of ['front', 'rear', 'top', 'headFront'] as const) {
      const sides = (['left', 'right'] as const).map(
        (side) =>
          new Set(
            body.views[view].parts.flatMap(({ zones }) =>
              zones.filter((one) => one.endsWith(`.${side}`)).map(zoneKindId),
            ),
          ),
      );
      expect(sides[0], view).toEqual(sides[1]);
    }
  });

  it.each(every)(
    '%s, %s: nothing else is another place than before, and no skin moves',
    (id, _trimId, trim) => {
      const before = whole(id);
      const after = divided(packs, breed(id), trim, before);
      for (const view of VIEW_IDS) {
        after.views[view].parts.forEach((part, p) => {
          const was = before.views[view].parts[p];
          expect(part.stations.map(({ point }) => point)).toEqual(was?.stations.map(({ point }) => point));
          const names = part.stations.map(({ zone }) => zone.replace(/#[a-z]+/, ''));
          expect(names).toEqual(was?.stations.map(({ zone }) => zone));
        });
      }
    },
  );

  it('a body whose trim divides nothing is itself; parts of the dog that no line crosses are as they were', () => {
    const body = whole('barbet');
    expect(divided(packs, breed('barbet'), trimOf('barbet', 'rustic'), body)).toBe(body);
    const cocker = whole('american-cocker-spaniel');
    const cut = divided(
      packs,
      breed('american-cocker-spaniel'),
      trimOf('american-cocker-spaniel', 'companion'),
      cocker,
    );
    expect(cut.views.side.parts.find(({ id }) => id === 'tail')).toBe(
      cocker.views.side.parts.find(({ id }) => id === 'tail'),
    );
  });
});

describe('a dog like another that is divided already', () => {
  const found = ['short-neck', 'long-loin', 'flat-ribs', 'high-behind', 'loaded-shoulder'] as const;
  it.each(every)('%s, %s: is cut as it would be afresh, whatever is found on it', (id, _trimId, trim) => {
    const bare = whole(id);
    const cut = divided(packs, breed(id), trim, bare);
    for (const finding of found) {
      const own = bodyOf(packs, breed(id), {}, [{ finding, severity: 'marked' }], bare);
      const after = divided(packs, breed(id), trim, own, { whole: bare, cut });
      const fresh = divided(packs, breed(id), trim, own);
      for (const view of VIEW_IDS)
        expect(after.views[view].parts.map(({ stations }) => stations)).toEqual(
          fresh.views[view].parts.map(({ stations }) => stations),
        );
    }
  });

  it('and shares with it what is the same', () => {
    const bare = whole('miniature-schnauzer');
    const trim = trimOf('miniature-schnauzer', 'clip-and-card');
    const cut = divided(packs, breed('miniature-schnauzer'), trim, bare);
    const again = divided(packs, breed('miniature-schnauzer'), trim, { ...bare }, { whole: bare, cut });
    expect(again.views.side.parts.every((part, i) => part === cut.views.side.parts[i])).toBe(true);
  });
});

describe('no drawn line is decoration', () => {
  it.each(breeds.flatMap((pack) => pack.trims.map((trim) => [pack.id, trim.id, trim] as const)))(
    '%s, %s: on the two sides of every line another length or another tool is wanted',
    (id, _trimId, trim) => {
      const body = divided(packs, breed(id), trim, whole(id));
      const near = new Set(trim.splits.map(({ line }) => line));
      for (const line of trim.lines) {
        if (near.has(line)) continue;
        const wanted = beside(body, id, trim, line);
        expect(wanted.size, `${line}: ${[...wanted].join(' | ')}`).toBeGreaterThan(1);
      }
    },
  );

  it('a part is never more than its place', () => {
    for (const { id, share } of packs.zones.parts) {
      const all = packs.zones.zones.find((kind) => kind.id === wholeKindId(id));
      expect(share, id).toBeLessThan(all?.share ?? 0);
    }
  });
});

/** What is wanted of the places of the side view within two fingers of a line. */
function beside(body: Body, id: string, trim: Trim, line: string): ReadonlySet<string> {
  const path = breed(id).lines.find((one) => one.id === line)?.anchors ?? [];
  const points = path.flatMap((anchor) => {
    const name =
      'at' in anchor
        ? anchor.at
        : 'between' in anchor
          ? anchor.between[0]
          : 'off' in anchor
            ? anchor.off
            : anchor.from;
    return body.landmarks[name] ?? [];
  });
  const patches = body.views.side.parts.flatMap(({ far, patches: own }) => (far ? [] : own));
  const reach = 0.12 * body.heightMm;
  const kinds = new Set([
    ...patches.flatMap(({ zone, curve }) =>
      curve?.some((at) => points.some((p) => Math.hypot(p.x - at.x, p.y - at.y) < reach))
        ? [zoneKindId(zone)]
        : [],
    ),
    ...body.views.side.parts.flatMap(({ stations }) =>
      stations.flatMap(({ point, zone }) =>
        points.some((p) => Math.hypot(p.x - point.x, p.y - point.y) < reach) ? [zoneKindId(zone)] : [],
      ),
    ),
  ]);
  return new Set(
    [...kinds].flatMap((kind) => {
      const area = trim.areas[kind];
      return area ? [`${area.mm} mm, ${area.techniques[0] ?? ''}`] : [];
    }),
  );
}
