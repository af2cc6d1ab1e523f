<script lang="ts">
  // When something of the cloth was measured: places on it shrink with it.
  import type { ClothSeen } from '../api/types';
  import Choice from '../parts/Choice.svelte';
  import { theCloth } from './cloth.svelte';

  let { measure, name }: { measure: keyof ClothSeen['measured']; name: string } = $props();
  const state = theCloth();
  const taken = $derived(state.seen?.measured[measure]);
</script>

{#if taken}
  <Choice
    label="{name} measured"
    size="xs"
    value={taken}
    options={[
      { value: 'before', name: 'before washing' },
      { value: 'after', name: 'after washing' },
    ]}
    set={(when) => state.set(({ measured }) => ({ measured: { ...measured, [measure]: when } }))}
  />
{/if}
