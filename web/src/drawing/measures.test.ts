import { clipLines, drawnContours, planGroom, VIEW_IDS } from '@kurrel/core';
import { expect, it } from 'vitest';
import { breeds, caseFor, hairEverywhere, packs } from '../../../core/testing/packs.ts';
import { overlaps } from './callouts.ts';
import { faceBoxes } from './faceBoxes.ts';
import { frameFor } from './frame.ts';
import { figureBox, measuresOf } from './Measures.tsx';

it.each([1, 1.8])(
  'figures of lines never lie on one another nor on the face, in any trim from any side, at scale %d',
  (scale) => {
    let figures = 0;
    for (const breed of breeds) {
      for (const { id } of breed.trims) {
        const visit = caseFor(breed.id, { trimId: id, hairMm: hairEverywhere(60) });
        const { own } = visit.derived.bodies;
        const plan = planGroom(visit);
        for (const view of VIEW_IDS) {
          const outline = drawnContours(own.views[view], plan, 'after', false);
          const frame = frameFor(own.views[view], [outline]);
          const lines = clipLines(packs, breed, visit.derived.trim, own, view);
          const measures = measuresOf({
            lines,
            profile: null,
            view: own.views[view],
            outline,
            frame,
            scale,
          });
          const boxes = measures.map((one) => ({ key: one.key, box: figureBox(one, scale) }));
          for (const face of faceBoxes(own.views[view], frame))
            for (const { key, box } of boxes)
              expect(overlaps(box, face), `${breed.id} ${id} ${view}: ${key} on the face`).toBe(false);
          boxes.forEach((a, i) => {
            for (const b of boxes.slice(i + 1))
              expect(overlaps(a.box, b.box), `${breed.id} ${id} ${view}: ${a.key} on ${b.key}`).toBe(false);
          });
          figures += measures.length;
        }
      }
    }
    expect(figures).toBeGreaterThan(100);
  },
);
