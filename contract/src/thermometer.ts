/**
 * The line protocol of a blade thermometer. One line of text a message, the first word says what it is:
 *
 *     HELLO kurrel-thermometer/1 serial=SIM-0007
 *     TEMP <seq> <°C>
 *     FAULT <words>
 *
 * `seq` counts up by one from 1 within a session; lines with unknown first words are passed over. A thermometer never says
 * goodbye: it reads until nobody listens.
 */
export type ThermometerLine =
  | { readonly kind: 'hello'; readonly version: number }
  | { readonly kind: 'temperature'; readonly seq: number; readonly celsius: number }
  | { readonly kind: 'fault'; readonly words: string }
  | { readonly kind: 'unknown'; readonly line: string };

/** What a blade in a salon can be, °C: anything else is a reading gone wrong. */
const COLDEST_C = -20;
const HOTTEST_C = 120;

export function readThermometerLine(line: string): ThermometerLine {
  const [word, ...rest] = line.trim().split(/\s+/);
  switch (word) {
    case 'HELLO': {
      const version = Number(rest[0]?.match(/^kurrel-thermometer\/(\d+)$/)?.[1]);
      return Number.isInteger(version) ? { kind: 'hello', version } : { kind: 'unknown', line };
    }
    case 'TEMP': {
      const seq = Number(rest[0]);
      const celsius = Number(rest[1]);
      const fine = Number.isInteger(seq) && seq > 0 && celsius >= COLDEST_C && celsius <= HOTTEST_C;
      return fine && rest[1] !== undefined
        ? { kind: 'temperature', seq, celsius }
        : { kind: 'unknown', line };
    }
    case 'FAULT':
      return { kind: 'fault', words: rest.join(' ') };
    default:
      return { kind: 'unknown', line };
  }
}

export const thermometerLine = {
  hello: (serial: string) => `HELLO kurrel-thermometer/1 serial=${serial}`,
  temperature: (seq: number, celsius: number) => `TEMP ${seq} ${celsius.toFixed(1)}`,
  fault: (words: string) => `FAULT ${words}`,
} as const;
