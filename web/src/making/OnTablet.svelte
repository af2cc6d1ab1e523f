<script lang="ts">
  // The page at hand on a tablet: its address for the camera, or how to share the workroom first.
  import Tablet from '@lucide/svelte/icons/tablet';

  import { data, GET } from '../api/client';
  import Problem from '../parts/Problem.svelte';
  import { sentenceOf } from '../parts/problem';
  import { theMaking } from './making.svelte';

  let { stage }: { stage: 'cut' | 'mark' } = $props();
  const making = theMaking();
  let address = $state<string | null>(null);
  let problem = $state('');
  const path = $derived(`/making/${making.id}/${stage}/table`);

  function ask() {
    if (address !== null) return;
    data(GET('/api/session/tablet'))
      .then((answer) => (address = answer.address))
      .catch((error) => (problem = sentenceOf(error)));
  }
</script>

<details class="dropdown dropdown-end" ontoggle={ask}>
  <summary class="btn btn-sm"><Tablet size={16} /> On a tablet</summary>
  <div class="dropdown-content sheet z-10 w-80 p-3">
    <Problem small text={problem} />
    {#if address}
      <p>Point the tablet’s camera here, or open</p>
      <p class="break-all font-semibold">{address}{path}</p>
      <img
        class="mx-auto my-2 w-52"
        src="/api/session/tablet.svg?path={encodeURIComponent(path)}"
        alt="The address as a QR code"
      />
      <p class="eyebrow">
        It asks for your name and password. Ticks given there are here within seconds; those given
        while the connection is gone are kept on the tablet and sent when it is back.
      </p>
    {:else if address === ''}
      <p>
        So far only this machine is answered. Stop Dove Tack and start it with
        <code>./run --share</code>: then a tablet in your home network can open this page.
      </p>
      <p class="eyebrow">
        It prints the address and says what sharing means. The tablet asks for a name and password.
      </p>
    {/if}
  </div>
</details>
