import { solveHold, holdRules, holdCircuit, holdExtent } from './src/lib/core/procedure/hold';
import { entryPath, holdEntry } from './src/lib/core/procedure/hold-entry';
import { planReversal, reversalKinds } from './src/lib/core/procedure/course-reversal';
import { planArc, flyArc } from './src/lib/core/procedure/dme-arc';
const hold = { inboundCourse_deg: 270, turn: 'right', leg: { kind: 'time', seconds: 60 } } as const;
for (const wind of [{ from_deg: 0, speed_kt: 0 }, { from_deg: 360, speed_kt: 20 }, { from_deg: 270, speed_kt: 20 }, { from_deg: 90, speed_kt: 20 }, { from_deg: 320, speed_kt: 25 }, { from_deg: 270, speed_kt: 40 }]) {
  const air = { tas_kt: 100, wind }; const s = solveHold(hold, air);
  if (s.kind === 'impossible') { console.log(wind, s.reason); continue; }
  console.log(wind, 'out', s.outboundHeading_deg.toFixed(1), s.outbound_s.toFixed(1), s.timedFrom, s.timed_s.toFixed(1), 'in', s.inbound_s.toFixed(3), 'mult', s.multiple?.toFixed(2), 'turns at', s.turnsAt_nm.toFixed(2), JSON.stringify(holdExtent(holdCircuit(hold, air, s), hold)));
  for (const r of holdRules(hold, air, s)) console.log('   ', r.name, r.error.inbound_s.toFixed(1), 's', r.error.overshot_m.toFixed(0), 'm');
  const d = solveHold({ ...hold, leg: { kind: 'distance', nm: 4 } }, air); console.log('   dist', d.kind === 'solved' ? [d.outboundHeading_deg.toFixed(1), d.outbound_s.toFixed(1), d.inbound_s.toFixed(1), d.turnsAt_nm.toFixed(3)] : d.reason);
}
const air = { tas_kt: 100, wind: { from_deg: 320, speed_kt: 15 } }; const s = solveHold(hold, air); if (s.kind === 'solved') for (const h of [270, 120, 60, 200, 350]) { const e = holdEntry(hold, h); const p = entryPath(hold, air, s, e.entry, h); console.log(h, e.entry, e.alternative, e.relative_deg, p.steps.map((x) => `${x.words} ${x.seconds.toFixed(0)}s`).join(' | '), 'end', p.points.at(-1)!.north_nm.toFixed(3), p.points.at(-1)!.east_nm.toFixed(3)); }
for (const kind of reversalKinds) { const p = planReversal({ kind, inboundCourse_deg: 90, side: 'right', within_nm: 10 }, 100, { from_deg: 120, speed_kt: 15 }); console.log(kind, p.kind === 'planned' ? [p.outbound_s.toFixed(0), p.ruleOutbound_s.toFixed(0), p.farthest_nm.toFixed(2), p.turnAllowance_nm.toFixed(2), 'aside', p.aside_nm.toFixed(3), p.steps.map((x) => `${x.words} ${x.heading_deg.toFixed(0)} ${x.seconds.toFixed(0)}s`).join(' | ')] : p.reason); }
const arc = { radius_nm: 10, fromRadial_deg: 200, toRadial_deg: 290, direction: 'clockwise' } as const; const p = planArc(arc, 100, { from_deg: 270, speed_kt: 20 }); if (p.kind === 'planned') { console.log(p.time_s, p.leadOn_nm, p.leadOnRule_nm, p.leadOut_deg, p.leadRadial_deg, p.bank_deg); for (const r of p.radials) console.log(r.radial_deg, r.course_deg, r.heading_deg.toFixed(1), r.pointerAhead_deg.toFixed(1), r.groundspeed_kt.toFixed(0), r.time_s.toFixed(0)); }
for (const school of ['ten-degree steps', 'continuous bank'] as const) for (const w of [0, 20]) { const f = flyArc(arc, school, 100, { from_deg: 270, speed_kt: w }); console.log(school, w, f.inside_nm.toFixed(2), f.outside_nm.toFixed(2), f.points.length); }
