import { requireNumber } from '../terms/failure.ts';

/** Body surface of a dog, m²: 0.101 × kg^(2/3) (published veterinary formula, K = 10.1). 10 kg → 0.469 m². */
export function bodySurface(kg: number): number {
  requireNumber('kg', kg, 0.1, 150);
  return 0.101 * kg ** (2 / 3);
}
