import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PROJECT } from './cluster.ts';

/** `npm test`: types, lint and format, then every test; the last line counts them all. */
const CHECKS = ['types', 'lint', 'format'] as const;

function run(command: string, args: readonly string[]): boolean {
  return spawnSync(command, args, { cwd: PROJECT, stdio: 'inherit' }).status === 0;
}

const checks = CHECKS.map((check) => {
  console.log(`\n— ${check}`);
  return run('npm', ['run', '--silent', check]);
});

console.log('\n— tests');
const folder = mkdtempSync(join(tmpdir(), 'kurrel-test-'));
const report = join(folder, 'report.json');
const vitest = run('npx', [
  'vitest',
  'run',
  '--reporter=default',
  '--reporter=json',
  `--outputFile=${report}`,
]);
let passed = checks.filter(Boolean).length;
let failed = checks.length - passed;
try {
  const counts = JSON.parse(readFileSync(report, 'utf8')) as {
    numPassedTests: number;
    numFailedTests: number;
    numFailedTestSuites: number;
  };
  passed += counts.numPassedTests;
  failed += counts.numFailedTests;
  if (!vitest && counts.numFailedTests === 0) failed += Math.max(1, counts.numFailedTestSuites);
} catch {
  failed += 1;
}
rmSync(folder, { recursive: true, force: true });
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
