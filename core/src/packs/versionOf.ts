/**
 * A name for what packs say, so that a plan tells what it was made by: 53 bits of their JSON, in hexadecimal. Two that say the
 * same have the same one on a server and in a browser. Mixing after Austin Appleby's MurmurHash; no secret depends on it.
 */
export function versionOf(packs: unknown): string {
  const text = JSON.stringify(packs);
  let [a, b] = [0xdeadbeef, 0x41c6ce57];
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i);
    a = Math.imul(a ^ code, 2654435761);
    b = Math.imul(b ^ code, 1597334677);
  }
  a = Math.imul(a ^ (a >>> 16), 2246822507) ^ Math.imul(b ^ (b >>> 13), 3266489909);
  b = Math.imul(b ^ (b >>> 16), 2246822507) ^ Math.imul(a ^ (a >>> 13), 3266489909);
  return (4294967296 * (2097151 & b) + (a >>> 0)).toString(16).padStart(14, '0');
}
