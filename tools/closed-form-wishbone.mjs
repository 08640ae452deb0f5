// A double wishbone in closed form, written only to be measured against: lower ball on its circle, upper ball where the
// upper circle meets the knuckle's sphere, tie-rod end where three spheres meet, wheel centre in the frame of these three.
const sub = (a, b) => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const add = (a, b) => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
const mul = (a, k) => [a[0] * k, a[1] * k, a[2] * k];
const dot = (a, b) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const cross = (a, b) => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
const norm = (a) => Math.sqrt(dot(a, a));
const unit = (a) => mul(a, 1 / norm(a));

function circleOf(pivotA, pivotB, ball) {
  const e = unit(sub(pivotB, pivotA));
  const centre = add(pivotA, mul(e, dot(sub(ball, pivotA), e)));
  const u = sub(ball, centre);
  const r = norm(u);
  return { centre, r, u: mul(u, 1 / r), v: cross(e, mul(u, 1 / r)) };
}
const onCircle = (c, t) => add(c.centre, add(mul(c.u, c.r * Math.cos(t)), mul(c.v, c.r * Math.sin(t))));

/** Wheel centre height and pose from the lower arm's angle, and the pose at a height by secant on that angle. */
export function closedFormWishbone(p) {
  const lower = circleOf(p.lowerFront, p.lowerRear, p.lowerBall);
  const upper = circleOf(p.upperFront, p.upperRear, p.upperBall);
  const knuckle = norm(sub(p.upperBall, p.lowerBall));
  const rod = norm(sub(p.tieOuter, p.tieInner));
  const toLower = norm(sub(p.tieOuter, p.lowerBall));
  const toUpper = norm(sub(p.tieOuter, p.upperBall));
  const frame = (a, b, c) => {
    const x = unit(sub(b, a));
    const d = sub(c, a);
    const y = unit(sub(d, mul(x, dot(d, x))));
    return [x, y, cross(x, y)];
  };
  const design = frame(p.lowerBall, p.upperBall, p.tieOuter);
  const w = sub(p.wheelCentre, p.lowerBall);
  const local = design.map((e) => dot(w, e));
  const side = Math.sign(
    dot(cross(sub(p.upperBall, p.lowerBall), sub(p.tieInner, p.lowerBall)), sub(p.tieOuter, p.lowerBall)),
  );
  const at = (t) => {
    const low = onCircle(lower, t);
    const d = sub(upper.centre, low);
    // |d + r(u cos s + v sin s)|² = knuckle²
    const [a, b] = [2 * upper.r * dot(d, upper.u), 2 * upper.r * dot(d, upper.v)];
    const c = knuckle * knuckle - dot(d, d) - upper.r * upper.r;
    const m = Math.hypot(a, b);
    const base = Math.atan2(b, a);
    const half = Math.acos(Math.min(1, Math.max(-1, c / m)));
    const [s1, s2] = [base + half, base - half];
    const wrap = (s) => Math.abs(Math.atan2(Math.sin(s), Math.cos(s)));
    const high = onCircle(upper, wrap(s1) < wrap(s2) ? s1 : s2);
    // three spheres: low, high, tie inner
    const ex = unit(sub(high, low));
    const q = sub(p.tieInner, low);
    const i = dot(ex, q);
    const ey = unit(sub(q, mul(ex, i)));
    const j = dot(ey, q);
    const ez = cross(ex, ey);
    const x = (toLower * toLower - toUpper * toUpper + knuckle * knuckle) / (2 * knuckle);
    const y = (toLower * toLower - rod * rod + i * i + j * j) / (2 * j) - (i / j) * x;
    const z = Math.sqrt(Math.max(0, toLower * toLower - x * x - y * y));
    const tie = add(low, add(add(mul(ex, x), mul(ey, y)), mul(ez, side * z)));
    const f = frame(low, high, tie);
    const wheel = add(low, add(add(mul(f[0], local[0]), mul(f[1], local[1])), mul(f[2], local[2])));
    return { wheel, low, high, tie, frame: f };
  };
  return (zMm, start = 0) => {
    const want = p.wheelCentre[2] + zMm;
    let [t0, t1] = [start, start + 0.01];
    let f0 = at(t0).wheel[2] - want;
    let pose = at(t1);
    let f1 = pose.wheel[2] - want;
    for (let k = 0; k < 30 && Math.abs(f1) > 1e-10 && f1 !== f0; k++) {
      const next = t1 - (f1 * (t1 - t0)) / (f1 - f0);
      [t0, f0, t1] = [t1, f1, next];
      pose = at(t1);
      f1 = pose.wheel[2] - want;
    }
    return { angle: t1, pose };
  };
}
