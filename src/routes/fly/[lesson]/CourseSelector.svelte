<script lang="ts">
  import { asCourse } from '$core/measure/angle';
  import { field, released, small } from './radio-keys';

  /** The course a radio's needle stands for. */
  let {
    number,
    course_deg,
    readonly,
    onselect
  }: { number: number; course_deg: number; readonly: boolean; onselect: (course_deg: number) => void } =
    $props();

  function select(value: number) {
    if (Number.isFinite(value)) onselect(asCourse(Math.round(value)));
  }
</script>

<span class="flex items-center gap-0.5">
  <button
    class={small}
    aria-label="Course {number} less"
    disabled={readonly}
    onclick={(event) => {
      select(course_deg - 1);
      released(event);
    }}>−</button
  >
  <input
    class="{field} !text-center"
    aria-label="Course of radio {number}"
    inputmode="numeric"
    value={String(course_deg).padStart(3, '0')}
    {readonly}
    onchange={(event) => select(Number(event.currentTarget.value))}
  />
  <button
    class={small}
    aria-label="Course {number} more"
    disabled={readonly}
    onclick={(event) => {
      select(course_deg + 1);
      released(event);
    }}>+</button
  >
</span>
