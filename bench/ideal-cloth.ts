import type { ClothField } from '@gorse/core';

/** A place of the cloth, or a displacement of it, mm. */
interface At {
  readonly x: number;
  readonly y: number;
}

/**
 * The best that any estimator can do on a simulated cloth: the one that is told how the cloth was made (its every deviation, the waves'
 * wavelengths, where it may bend), though not what came of it. Linear in what is read (kriging; Cressie 1993) and, where the cloth bends at
 * one of some seams, weighed over them by Bayes. It shares no code with the line-up.
 */
export function idealFor({ nature, noise }: ClothField, middle: At, touched: readonly At[], asked: readonly At[]) {
  const bend = nature.bends[0];
  const models = (bend?.at ?? [null]).map((at) => {
    const covariance = covarianceOf(nature, middle, at);
    const n = 2 * touched.length;
    const k = Array.from({ length: n }, (_, i) =>
      Array.from({ length: n }, (_, j) => {
        const own = i === j ? noise ** 2 : 0;
        return covariance(touched[i >> 1]!, i % 2, touched[j >> 1]!, j % 2) + own;
      }),
    );
    const { inverse, logDet } = invert(k);
    const gains = asked.flatMap((p) =>
      [0, 1].map((axis) => {
        const told = touched.flatMap((q) => [covariance(p, axis, q, 0), covariance(p, axis, q, 1)]);
        return inverse.map((row) => dot(row, told));
      }),
    );
    return { inverse, logDet, gains };
  });
  const expected = (p: At): At => ({
    x: -nature.drawIn.along * (p.x - middle.x),
    y: -nature.drawIn.across * (p.y - middle.y),
  });
  return (read: readonly At[]): At[] => {
    const off = touched.flatMap((p, i) => {
      const e = expected(p);
      return [read[i]!.x - p.x - e.x, read[i]!.y - p.y - e.y];
    });
    const logs = models.map(({ inverse, logDet }) => {
      const misfit = dot(
        inverse.map((row) => dot(row, off)),
        off,
      );
      return -0.5 * (misfit + logDet);
    });
    const most = Math.max(...logs);
    const likely = logs.map((log) => Math.exp(log - most));
    const sum = likely.reduce((a, b) => a + b, 0);
    return asked.map((p, i) => {
      const e = expected(p);
      const moved = (axis: number): number =>
        models.reduce((m, { gains }, j) => m + (likely[j]! / sum) * dot(gains[2 * i + axis]!, off), 0);
      return { x: p.x + e.x + moved(0), y: p.y + e.y + moved(1) };
    });
  };
}

/** Covariance of what two places are displaced by, on axis 0 (along) or 1 (across). */
function covarianceOf(nature: ClothField['nature'], middle: At, bentAt: number | null) {
  const [bend] = nature.bends;
  const alike = nature.waves.map(wavesAlike);
  const bent = (x: number): number => {
    if (!bend || bentAt === null) return 0;
    const beyond = x - bentAt;
    return bend.kind === 'kink' ? Math.max(0, beyond) : Math.exp(-Math.abs(beyond) / bend.depth);
  };
  /** Deviations and their shapes on an axis. */
  const shapes = (p: At, axis: number): number[] => {
    const [x, y] = [p.x - middle.x, p.y - middle.y];
    return axis === 0 ? [1, 0, -y, y, -x, 0, bent(p.x), 0] : [0, 1, x, x, 0, -y, 0, bent(p.x)];
  };
  const deviations = [
    nature.shift,
    nature.shift,
    nature.turn,
    nature.shear,
    nature.drawIn.alongDoubt,
    nature.drawIn.acrossDoubt,
    bend?.along ?? 0,
    bend?.across ?? 0,
  ];
  return (p: At, axis: number, q: At, other: number): number => {
    const [a, b] = [shapes(p, axis), shapes(q, other)];
    const trends = deviations.reduce((sum, deviation, i) => sum + deviation ** 2 * a[i]! * b[i]!, 0);
    const apart = Math.hypot(p.x - q.x, p.y - q.y);
    return trends + (axis === other ? alike.reduce((sum, wave) => sum + wave(apart), 0) : 0);
  };
}

/** Sines of every direction and of wavelengths spread evenly: half the square of their size, times the mean of J₀(2πr/λ). */
function wavesAlike({ size, shortest, longest }: ClothField['nature']['waves'][number]) {
  const known = new Map<number, number>();
  const [LENGTHS, ANGLES] = [24, 48];
  return (apart: number): number => {
    const before = known.get(apart);
    if (before !== undefined) return before;
    let sum = 0;
    for (let i = 0; i < LENGTHS; i++) {
      const k = (2 * Math.PI) / (shortest + ((longest - shortest) * (i + 0.5)) / LENGTHS);
      for (let j = 0; j < ANGLES; j++) sum += Math.cos(k * apart * Math.sin((Math.PI * (j + 0.5)) / ANGLES));
    }
    const alike = ((size ** 2 / 2) * sum) / (LENGTHS * ANGLES);
    known.set(apart, alike);
    return alike;
  };
}

const dot = (a: readonly number[], b: readonly number[]): number => a.reduce((sum, v, i) => sum + v * b[i]!, 0);

/** By elimination (Gauss & Jordan), with the logarithm of the determinant; for a positive definite matrix. */
function invert(matrix: readonly (readonly number[])[]): { readonly inverse: number[][]; readonly logDet: number } {
  const n = matrix.length;
  const rows = matrix.map((row, i) => [...row, ...Array.from({ length: n }, (_, j) => (i === j ? 1 : 0))]);
  let logDet = 0;
  for (let i = 0; i < n; i++) {
    const pivot = rows[i]![i]!;
    logDet += Math.log(pivot);
    rows[i] = rows[i]!.map((v) => v / pivot);
    for (let r = 0; r < n; r++) {
      if (r === i) continue;
      const by = rows[r]![i]!;
      rows[r] = rows[r]!.map((v, j) => v - by * rows[i]![j]!);
    }
  }
  return { inverse: rows.map((row) => row.slice(n)), logDet };
}
