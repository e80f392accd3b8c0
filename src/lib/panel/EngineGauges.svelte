<script lang="ts">
  import type { Propulsion } from '$core/aircraft/aircraft-file';
  import type { Readings } from '$core/instrument/readings';
  import { figure } from '$core/measure/figure';
  import Dial from './Dial.svelte';

  /** The gauges power is set by: speed, manifold pressure with speed, or torque. */
  let { readings, propulsion }: { readings: Readings; propulsion: Propulsion } = $props();
  const speedScale = { low: 0, high: 3000, fromAngle: -140, toAngle: 140 };
  const speedLabels = [0, 500, 1000, 1500, 2000, 2500, 3000].map((at) => ({ at, text: String(at / 100) }));
  const pressureScale = { low: 8, high: 32, fromAngle: -140, toAngle: 140 };
  const pressureLabels = [10, 15, 20, 25, 30].map((at) => ({ at, text: String(at) }));
  const torqueScale = { low: 0, high: 120, fromAngle: -140, toAngle: 140 };
  const torqueLabels = [0, 20, 40, 60, 80, 100, 120].map((at) => ({ at, text: String(at) }));
  const limit = $derived(
    propulsion.kind === 'turboprop' ? propulsion.propellerSpeed_rps * 60 + 40 : propulsion.ratedSpeed_rps * 60
  );
</script>

<div class="grid grid-cols-2 gap-2">
  {#if propulsion.kind === 'constant-speed'}
    <Dial
      name="Manifold pressure"
      scale={pressureScale}
      value={readings.manifoldPressure_inHg ?? 0}
      shown={figure(readings.manifoldPressure_inHg ?? 0, 1)}
      unit="inHg"
      major={5}
      minor={1}
      labels={pressureLabels}
    />
  {:else if propulsion.kind === 'turboprop'}
    <Dial
      name="Torque"
      scale={torqueScale}
      value={readings.torque_percent ?? 0}
      shown={figure(readings.torque_percent ?? 0)}
      unit="% torque"
      major={20}
      minor={5}
      labels={torqueLabels}
      limit={100}
    />
  {/if}
  <Dial
    name={propulsion.kind === 'fixed-pitch' ? 'Tachometer' : 'Propeller speed'}
    scale={speedScale}
    value={readings.rpm}
    shown={figure(Math.round(readings.rpm / 10) * 10)}
    unit="RPM"
    major={500}
    minor={100}
    labels={speedLabels}
    {limit}
    times="× 100"
  />
</div>
