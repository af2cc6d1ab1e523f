<script lang="ts">
  // Unit and theme, always at hand, and the way out.
  import LogOut from '@lucide/svelte/icons/log-out';
  import Moon from '@lucide/svelte/icons/moon';
  import Sun from '@lucide/svelte/icons/sun';
  import UserRound from '@lucide/svelte/icons/user-round';

  import { route } from './route.svelte';
  import { here } from './session.svelte';

  async function leave() {
    await here.leave();
    route.go('/');
  }
</script>

<div class="flex items-center gap-1">
  <div class="join" role="group" aria-label="Unit">
    {#each ['cm', 'in'] as const as unit (unit)}
      <button
        class={['btn btn-sm join-item', here.unit === unit && 'btn-neutral']}
        aria-pressed={here.unit === unit}
        onclick={() => here.like({ unit })}>{unit}</button
      >
    {/each}
  </div>
  <button
    class="btn btn-sm btn-ghost btn-square"
    title={here.theme === 'dove' ? 'Dim the light (lamp theme)' : 'Daylight (dove theme)'}
    onclick={() => here.like({ theme: here.theme === 'dove' ? 'lamp' : 'dove' })}
  >
    {#if here.theme === 'dove'}<Moon size={17} />{:else}<Sun size={17} />{/if}
    <span class="sr-only">Change the theme</span>
  </button>
  <a
    class="btn btn-sm btn-ghost btn-square"
    href="/account"
    title="Your account: {here.session?.user ?? ''}"
    onclick={route.follow}
  >
    <UserRound size={17} /><span class="sr-only">Your account</span>
  </a>
  <button class="btn btn-sm btn-ghost btn-square" title="Sign out" onclick={leave}>
    <LogOut size={17} /><span class="sr-only">Sign out</span>
  </button>
</div>
