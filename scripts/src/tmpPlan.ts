import { readFileSync } from 'node:fs';
import { factsWith, planGroom, resolveCase } from '@kurrel/core';
import { breedOf } from '@kurrel/server/visits/sheet';
import { loadLibrary } from '@kurrel/server/packs/load';
const library = loadLibrary();
const sheets = JSON.parse(readFileSync('/tmp/sheets.json', 'utf8'));
const [name, schools] = process.argv.slice(2);
for (const sheet of sheets) {
  if (name !== 'all' && sheet.dog.name !== name) continue;
  const choices = { ...(sheet.saved?.choices ?? sheet.asked) };
  choices.schools = { ...choices.schools, ...JSON.parse(schools ?? '{}') };
  for (const findings of name === 'all' ? [sheet.hands.findings] : [[], sheet.hands.findings]) {
    const plan = planGroom(resolveCase(library.packs, breedOf(library, sheet), factsWith(sheet, { ...sheet.hands, findings }), choices));
    console.log('##', sheet.dog.name, choices.trimId, findings.length);
    for (const z of plan.zones) console.log('  ', z.zone.padEnd(18), z.targetMm.toFixed(1), '→', z.leftMm.toFixed(1), z.leftAlone ? 'alone' : `${z.tool?.label ?? '-'} ${z.tool?.direction ?? ''} ${z.tool?.carrierLabel ?? ''}`, z.runnerUp ? `(or ${z.runnerUp.label})` : '');
  }
}
