/** SQLSTATE classes and codes after which the same request can succeed: lost connections, time-outs, deadlocks, shutdowns. */
const PASSING = /^(08...|53...|57P0[123]|57014|55P03|40001|40P01|25P03)$/;
/** The same, as Node's sockets say it. */
const SOCKET = new Set(['ECONNREFUSED', 'ECONNRESET', 'EPIPE', 'ETIMEDOUT', 'ENOTFOUND', 'EAI_AGAIN']);
/** The same, as the pool and the driver say it: they give no code. */
const DRIVER =
  /timeout exceeded when trying to connect|Connection terminated|Query read timeout|Client has encountered a connection error|Client was closed|Cannot use a pool after calling end/;

/** True when the database could not be asked or did not answer in time, so that trying again later is right. */
export function isUnavailable(error: unknown): boolean {
  if (!(error instanceof Error)) return false;
  const code = 'code' in error && typeof error.code === 'string' ? error.code : '';
  if (PASSING.test(code) || SOCKET.has(code) || DRIVER.test(error.message)) return true;
  if (error instanceof AggregateError && error.errors.some(isUnavailable)) return true;
  return isUnavailable(error.cause);
}
