<script lang="ts" generics="Role extends string">
  // Which of the cloths is looked at.
  interface Entry {
    role: Role;
    /** How far it has come, in a few letters. */
    note?: string;
  }
  let {
    entries,
    role,
    set,
    disabled = false,
    small = false,
  }: {
    entries: readonly Entry[];
    role: Role;
    set: (role: Role) => unknown;
    disabled?: boolean;
    /** As wide as its place, for a side panel. */
    small?: boolean;
  } = $props();
</script>

<div class={['join', small ? 'w-full' : 'mb-3']} role="group" aria-label="Cloth">
  {#each entries as each (each.role)}
    <button
      class={['btn join-item', small && 'btn-sm grow px-1', each.role === role && 'btn-neutral']}
      aria-pressed={each.role === role}
      {disabled}
      onclick={() => set(each.role)}
      ><span>{each.role} <span class="font-normal">{each.note}</span></span></button
    >
  {/each}
</div>
