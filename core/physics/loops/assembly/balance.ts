// The balance of light between patches, by rounds. As in ../../transport/interreflection; four lanes are red, green,
// blue and nothing.

function sumOf(lanes: v128): f64 {
  return <f64>f32x4.extract_lane(lanes, 0) + <f64>f32x4.extract_lane(lanes, 1) + <f64>f32x4.extract_lane(lanes, 2)
}

/**
 * One round over all patches. All arrays hold four f32 a patch, but `first` (i32 a patch and one), `seen` (i32 a ray),
 * `partner` (i32) and `areas` (f64).
 * @returns change over total
 */
export function balanceRound(
  count: i32,
  first: usize,
  seen: usize,
  partner: usize,
  areas: usize,
  reflectance: usize,
  transmittance: usize,
  direct: usize,
  received: usize,
  radiosity: usize,
): f64 {
  let change: f64 = 0
  let total: f64 = 0
  for (let patch = 0; patch < count; patch++) {
    const start = load<i32>(first + (patch << 2))
    const end = load<i32>(first + (patch << 2), 4)
    let even = f32x4.splat(0)
    let odd = f32x4.splat(0)
    let at = seen + (start << 2)
    const last = seen + (end << 2)
    for (; at + 4 < last; at += 8) {
      // A ray that brings nothing points at the patch of no light behind the last.
      even = f32x4.add(even, v128.load(radiosity + (load<i32>(at) << 4)))
      odd = f32x4.add(odd, v128.load(radiosity + (load<i32>(at, 4) << 4)))
    }
    for (; at < last; at += 4) even = f32x4.add(even, v128.load(radiosity + (load<i32>(at) << 4)))
    const share: f32 = end > start ? <f32>1 / <f32>(end - start) : 0
    const got = f32x4.mul(f32x4.add(even, odd), f32x4.splat(share))
    const own = patch << 4
    v128.store(received + own, got)
    let value = f32x4.mul(v128.load(reflectance + own), f32x4.add(v128.load(direct + own), got))
    const other = load<i32>(partner + (patch << 2))
    if (other >= 0)
      value = f32x4.add(
        value,
        f32x4.mul(
          v128.load(transmittance + own),
          f32x4.add(v128.load(direct + (other << 4)), v128.load(received + (other << 4))),
        ),
      )
    const area = load<f64>(areas + (patch << 3))
    change += area * sumOf(f32x4.abs(f32x4.sub(value, v128.load(radiosity + own))))
    total += area * sumOf(value)
    v128.store(radiosity + own, value)
  }
  return total > 0 ? change / total : 0
}

/** Writes the first guess: the light of an integrating sphere, channel by channel; see closedRoomGuess. */
export function balanceStart(
  count: i32,
  areas: usize,
  reflectance: usize,
  transmittance: usize,
  amounts: usize,
  red: f32,
  green: f32,
  blue: f32,
  direct: usize,
  received: usize,
  radiosity: usize,
): void {
  const colour = f32x4.replace_lane(f32x4.replace_lane(f32x4.replace_lane(f32x4.splat(0), 0, red), 1, green), 2, blue)
  const one = f32x4.splat(1)
  let sent = f64x2.splat(0)
  let sentBlue: f64 = 0
  let absorbing = f64x2.splat(0)
  let absorbingBlue: f64 = 0
  for (let patch = 0; patch < count; patch++) {
    const own = patch << 4
    const area = load<f64>(areas + (patch << 3))
    const given = f32x4.mul(f32x4.splat(<f32>load<f64>(amounts + (patch << 3))), colour)
    v128.store(direct + own, given)
    const kept = f32x4.add(v128.load(reflectance + own), v128.load(transmittance + own))
    const goes = f32x4.mul(kept, given)
    const stays = f32x4.sub(one, kept)
    sent = f64x2.add(sent, f64x2.mul(f64x2.splat(area), f64x2.promote_low_f32x4(goes)))
    sentBlue += area * <f64>f32x4.extract_lane(goes, 2)
    absorbing = f64x2.add(absorbing, f64x2.mul(f64x2.splat(area), f64x2.promote_low_f32x4(stays)))
    absorbingBlue += area * <f64>f32x4.extract_lane(stays, 2)
  }
  let guess = f32x4.splat(0)
  guess = f32x4.replace_lane(guess, 0, share(f64x2.extract_lane(sent, 0), f64x2.extract_lane(absorbing, 0)))
  guess = f32x4.replace_lane(guess, 1, share(f64x2.extract_lane(sent, 1), f64x2.extract_lane(absorbing, 1)))
  guess = f32x4.replace_lane(guess, 2, share(sentBlue, absorbingBlue))
  for (let patch = 0; patch < count; patch++) {
    const own = patch << 4
    v128.store(received + own, guess)
    v128.store(
      radiosity + own,
      f32x4.mul(
        f32x4.add(v128.load(reflectance + own), v128.load(transmittance + own)),
        f32x4.add(v128.load(direct + own), guess),
      ),
    )
  }
  v128.store(radiosity + (count << 4), f32x4.splat(0))
}

function share(sent: f64, absorbing: f64): f32 {
  return absorbing > 0 ? <f32>(sent / absorbing) : 0
}

/** Three f64 a patch from its four lanes. */
export function balanceEnd(count: i32, from: usize, to: usize): void {
  for (let patch = 0; patch < count; patch++) {
    store<f64>(to + patch * 24, <f64>load<f32>(from + (patch << 4)))
    store<f64>(to + patch * 24, <f64>load<f32>(from + (patch << 4), 4), 8)
    store<f64>(to + patch * 24, <f64>load<f32>(from + (patch << 4), 8), 16)
  }
}
