import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { PROJECT } from './cluster.ts';

/** `npm test`: types, lint and format, then every test; the last line counts them all. */
const CHECKS = ['types', 'lint', 'format'] as const;
/** Tests of the server wait for a database, journeys for pages, half of the time: they run beside the others. */
const RUNS = [['unit'], ['server'], ['journeys']] as const;

interface Ended {
  readonly fine: boolean;
  readonly said: string;
}

function run(command: string, args: readonly string[]): Promise<Ended> {
  return new Promise((resolve) => {
    let said = '';
    const child = spawn(command, args, { cwd: PROJECT, stdio: ['ignore', 'pipe', 'pipe'] });
    for (const stream of [child.stdout, child.stderr]) {
      stream.on('data', (text: Buffer) => (said += text.toString()));
    }
    child.on('error', (error) => resolve({ fine: false, said: `${said}${error.message}` }));
    child.on('close', (code) => resolve({ fine: code === 0, said }));
  });
}

let passed = 0;
let failed = 0;
/** What failed, said again at the end: the log above is thousands of lines long. */
const failures: string[] = [];
await Promise.all(
  CHECKS.map(async (check) => {
    const { fine, said } = await run('npm', ['run', '--silent', check]);
    console.log(`— ${check}: ${fine ? 'fine' : `\n${said}`}`);
    if (fine) {
      passed++;
    } else {
      failed++;
      failures.push(`${check}\n${said.trim()}`);
    }
  }),
);

const folder = mkdtempSync(join(tmpdir(), 'kurrel-test-'));
await Promise.all(
  RUNS.map(async (projects) => {
    const report = join(folder, `${projects.join('-')}.json`);
    const { fine, said } = await run('npx', [
      'vitest',
      'run',
      ...projects.flatMap((project) => ['--project', project]),
      '--reporter=default',
      '--reporter=json',
      `--outputFile=${report}`,
    ]);
    console.log(`\n— ${projects.join(', ')}\n${said}`);
    try {
      const counts = JSON.parse(readFileSync(report, 'utf8')) as {
        numPassedTests: number;
        numFailedTests: number;
        numFailedTestSuites: number;
        testResults: {
          name: string;
          message: string;
          assertionResults: { status: string; fullName: string; failureMessages: string[] }[];
        }[];
      };
      passed += counts.numPassedTests;
      failed += counts.numFailedTests;
      for (const { name, message, assertionResults } of counts.testResults) {
        if (message) failures.push(`${name}\n${message}`);
        for (const test of assertionResults) {
          if (test.status !== 'failed') continue;
          failures.push([`${name} > ${test.fullName}`, ...test.failureMessages].join('\n'));
        }
      }
      if (!fine && counts.numFailedTests === 0) failed += Math.max(1, counts.numFailedTestSuites);
    } catch {
      failed += 1;
      failures.push(`${projects.join(', ')}: no report`);
    }
  }),
);
rmSync(folder, { recursive: true, force: true });
for (const failure of failures) console.log(`\n— failed: ${failure}`);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
