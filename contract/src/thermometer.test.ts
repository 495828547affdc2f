import { describe, expect, it } from 'vitest';
import { readThermometerLine, thermometerLine } from './thermometer.ts';

describe('the lines of a blade thermometer', () => {
  it('reads what it writes', () => {
    expect(readThermometerLine(thermometerLine.hello('SIM-1'))).toEqual({ kind: 'hello', version: 1 });
    expect(readThermometerLine(thermometerLine.temperature(3, 40.26))).toEqual({
      kind: 'temperature',
      seq: 3,
      celsius: 40.3,
    });
    expect(readThermometerLine(thermometerLine.fault('battery low'))).toEqual({
      kind: 'fault',
      words: 'battery low',
    });
  });

  it.each(['TEMP 1', 'TEMP 0 40', 'TEMP 1.5 40', 'TEMP 1 400', 'TEMP 1 hot', 'HELLO other/1', 'SING', ''])(
    'passes over %j',
    (line) => expect(readThermometerLine(line)).toEqual({ kind: 'unknown', line }),
  );
});
