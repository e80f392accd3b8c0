/**
 * The baseline the flight model is measured against: the same equations for one airplane as a single bare function,
 * all numbers local, nothing allocated, nothing shared. Kept only for the benchmark; a test flies both side by side.
 */
import type { Controls } from '../src/lib/core/aircraft/airplane-state';
import type { AircraftFile } from '../src/lib/core/aircraft/aircraft-file';

export function bareAirplane(
  file: AircraftFile
): (s: Float64Array, steps: number, controls: Controls, density: number) => void {
  if (file.propulsion.kind !== 'fixed-pitch') throw new Error('the bare airplane has a fixed pitch');
  const engine = file.propulsion;
  const N = 18;
  const k = new Float64Array(N);
  const sum = new Float64Array(N);
  const at = new Float64Array(N);
  const empty = file.mass_kg - file.fuel.capacity_kg;
  const burn = file.fuel.consumption_kgpJ;
  const pull = file.propellerEffects.asymmetry_m;
  const react = file.propellerEffects.torqueShare;
  const slip = file.propellerEffects.slipstream;
  const rig =
    file.propellerEffects.riggedTorque_Nm /
    (0.5 * 1.225 * (file.propellerEffects.riggedSpeed_kt * (1852 / 3600)) ** 2 * file.wing.area_m2);
  const ixx = file.inertia.roll_kgm2;
  const iyy = file.inertia.pitch_kgm2;
  const izz = file.inertia.yaw_kgm2;
  const ixz = file.inertia.product_kgm2;
  const gam = ixx * izz - ixz * ixz;
  const S = file.wing.area_m2;
  const b = file.wing.span_m;
  const c = file.wing.chord_m;
  const cl0 = file.lift.zeroAngle;
  const cla = file.lift.slope_prad;
  const clq = file.lift.pitchRate;
  const cle = file.lift.elevator;
  const as = (file.lift.stallAngle_deg * Math.PI) / 180;
  const aw = (file.lift.stallWidth_deg * Math.PI) / 180;
  const cd0 = file.drag.zeroLift;
  const ki = file.drag.induced;
  const cdb = file.drag.sideslip_prad2;
  const cm0 = file.pitch.zeroAngle;
  const cma = file.pitch.angle_prad;
  const cmq = file.pitch.pitchRate;
  const cme = file.pitch.elevator;
  const cmt = file.pitch.trim;
  const arm = file.pitch.thrustArm_m;
  const cyb = file.side.sideslip_prad;
  const clb = file.roll.sideslip_prad;
  const clp = file.roll.rollRate;
  const clr = file.roll.yawRate;
  const cda = file.roll.aileron;
  const cnb = file.yaw.sideslip_prad;
  const cnp = file.yaw.rollRate;
  const cnr = file.yaw.yawRate;
  const cna = file.yaw.aileron;
  const fl = file.flaps.lift_pdeg;
  const fd = file.flaps.drag_pdeg;
  const fp = file.flaps.pitch_pdeg;
  const idle = engine.idleTorqueShare;
  const fric = engine.friction_Nm;
  const rated = engine.power_W / (2 * Math.PI * engine.ratedSpeed_rps) + fric;
  const ie = engine.inertia_kgm2;
  const D = engine.diameter_m;
  const [ct0, ct1, ct2] = engine.thrust;
  const [cp0, cp1, cp2] = engine.power;
  const dt = 0.01;

  const cyr = file.side.rudder;
  const clr2 = file.roll.rudder;
  const cnr2 = file.yaw.rudder;
  return (s, steps, { aileron, elevator, rudder, throttle, trim }, density) => {
    for (let n = 0; n < steps; n++) {
      for (let stage = 0; stage < 4; stage++) {
        const x = stage === 0 ? s : at;
        const u = x[0]!, v = x[1]!, w = x[2]!, p = x[3]!, q = x[4]!, r = x[5]!; // prettier-ignore
        const q0 = x[6]!, q1 = x[7]!, q2 = x[8]!, q3 = x[9]!, flap = x[14]!, m = empty + x[16]!; // prettier-ignore
        const nx = q0 * q0 + q1 * q1 - q2 * q2 - q3 * q3, ny = 2 * (q1 * q2 - q0 * q3), nz = 2 * (q1 * q3 + q0 * q2); // prettier-ignore
        const ex = 2 * (q1 * q2 + q0 * q3), ey = q0 * q0 - q1 * q1 + q2 * q2 - q3 * q3, ez = 2 * (q2 * q3 - q0 * q1); // prettier-ignore
        const dx = 2 * (q1 * q3 - q0 * q2), dy = 2 * (q2 * q3 + q0 * q1), dz = q0 * q0 - q1 * q1 - q2 * q2 + q3 * q3; // prettier-ignore
        const V = Math.max(1, Math.sqrt(u * u + v * v + w * w));
        const alpha = Math.atan2(w, u);
        const sb = v / V;
        const beta = Math.asin(sb > 1 ? 1 : sb < -1 ? -1 : sb);
        const qS = 0.5 * density * V * V * S;
        const hc = c / (2 * V);
        const hb = b / (2 * V);
        const su = 1 / (1 + Math.exp((as - alpha) / aw));
        const sd = 1 / (1 + Math.exp((alpha + as) / aw));
        const st = su + sd;
        const sa = Math.sin(alpha);
        const ca = Math.cos(alpha);
        const cl = cl0 + cla * alpha + fl * flap;
        const CL = (1 - st) * cl + st * 2 * sa * ca + clq * hc * q - cle * elevator;
        const CD = cd0 + fd * flap + cdb * beta * beta + (1 - st) * ki * cl * cl + st * 2 * sa * sa;
        const rev = Math.max(1, x[13]!);
        const made =
          x[16]! > 0 ? (idle + (1 - idle) * throttle) * rated * (1.132 * (density / 1.225) - 0.132) : 0;
        const qe = made - fric;
        const J = (u > 0 ? u : 0) / (rev * D);
        const T = (ct0 + ct1 * J + ct2 * J * J) * density * rev * rev * D ** 4;
        const qp = ((cp0 + cp1 * J + cp2 * J * J) * density * rev * rev * D ** 5) / (2 * Math.PI);
        const ph = p * hb;
        const rh = r * hb;
        const L =
          qS *
            b *
            (clb * beta +
              clp * (1 - 1.3 * st) * ph +
              clr * rh +
              cda * (1 - 0.7 * st) * aileron +
              clr2 * rudder) -
          react * (qp - rig * qS);
        const M =
          qS *
            c *
            (cm0 + cma * alpha + cmq * hc * q + cme * elevator + cmt * trim + fp * flap - 0.07 * (su - sd)) +
          T * arm;
        const Nz =
          qS * b * (cnb * beta + cnp * ph + cnr * rh + cna * aileron + cnr2 * rudder) -
          pull * T * (1 - st) * alpha -
          slip * (qp - rig * qS);
        k[0] = (qS * (-CD * ca + CL * sa) + T) / m + dx * 9.80665 + r * v - q * w;
        k[1] = (qS * (cyb * beta + cyr * rudder - CD * sb)) / m + dy * 9.80665 + p * w - r * u;
        k[2] = (qS * (-CD * sa - CL * ca)) / m + dz * 9.80665 + q * u - p * v;
        const hx = L + ixz * p * q + (iyy - izz) * q * r;
        const hz = Nz - ixz * q * r + (ixx - iyy) * p * q;
        k[3] = (izz * hx + ixz * hz) / gam;
        k[4] = (M + (izz - ixx) * p * r - ixz * (p * p - r * r)) / iyy;
        k[5] = (ixz * hx + ixx * hz) / gam;
        const e = 1 - (q0 * q0 + q1 * q1 + q2 * q2 + q3 * q3);
        k[6] = 0.5 * (-q1 * p - q2 * q - q3 * r) + e * q0;
        k[7] = 0.5 * (q0 * p + q2 * r - q3 * q) + e * q1;
        k[8] = 0.5 * (q0 * q - q1 * r + q3 * p) + e * q2;
        k[9] = 0.5 * (q0 * r + q1 * q - q2 * p) + e * q3;
        k[10] = nx * u + ny * v + nz * w;
        k[11] = ex * u + ey * v + ez * w;
        k[12] = -(dx * u + dy * v + dz * w);
        k[13] = (qe - qp) / (2 * Math.PI * ie);
        k[14] = 0;
        k[15] = 0;
        k[16] = x[16]! > 0 ? -burn * made * 2 * Math.PI * rev : 0;
        k[17] = 0;
        const weight = stage === 1 || stage === 2 ? 2 : 1;
        const reach = stage === 2 ? dt : 0.5 * dt;
        for (let i = 0; i < N; i++) {
          sum[i] = (stage === 0 ? 0 : sum[i]!) + weight * k[i]!;
          at[i] = s[i]! + reach * k[i]!;
        }
      }
      for (let i = 0; i < N; i++) s[i]! += (dt / 6) * sum[i]!;
    }
  };
}
