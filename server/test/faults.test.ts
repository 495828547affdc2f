import { describe, expect, it } from 'vitest';
import { faults } from '../../scripts/src/faults/faults.ts';

describe('killed in the midst of writes', () => {
  it('server and database lose nothing that was acknowledged and do nothing twice', async () => {
    const report = await faults(3, 5, 4);
    expect(report.wrong).toEqual([]);
    expect(report.histories).toBe(15);
    expect(report.kills.server).toBeGreaterThan(0);
    expect(report.kills.database).toBeGreaterThan(0);
    expect(report.retries, 'somebody was interrupted').toBeGreaterThan(0);
  }, 600_000);
});
