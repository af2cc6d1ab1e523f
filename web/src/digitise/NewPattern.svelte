<script lang="ts">
  // The first step of a pattern of one's own: its name, and the way its first piece comes in.
  import TextField from '../parts/TextField.svelte';
  import { data, GET, POST } from '../api/client';
  import type { PatternChoices } from '../api/types';
  import Problem from '../parts/Problem.svelte';
  import { sentenceOf } from '../parts/problem';
  import { route } from '../parts/route.svelte';
  import AddPiece from './AddPiece.svelte';
  import { beginning, type Way } from './ways';
  import { draftOf, keepDraft } from '../parts/drafts';
  import { once } from '../parts/once';

  let name = $state(draftOf<{ name: string }>('pattern')?.name ?? '');
  $effect(() => keepDraft('pattern', name ? { name } : null));
  let problem = $state('');
  let choices = $state.raw<PatternChoices | null>(null);
  data(GET('/api/patterns/choices'))
    .then((value) => (choices = value))
    .catch((error) => (problem = sentenceOf(error)));

  const add = once(async (way: Way, kind: string) => {
    problem = '';
    try {
      const made = await data(
        POST('/api/patterns', { body: { name: name.trim() || 'A pattern of my own' } }),
      );
      name = '';
      const params = { path: { pattern_id: made.id } };
      const looking = { against: 0, piece: 0, size: '' };
      const title =
        choices?.parts.find((part) => part.name === kind && way === 'garment')?.title ??
        choices?.sums.find((sum) => sum.name === kind && way === 'sum')?.title ??
        '';
      if (way === 'file') return route.go(`/pattern/${made.id}/file`);
      if (way === 'sheet') {
        const edit = { do: 'add sheet' as const, name: '' };
        await data(POST('/api/patterns/{pattern_id}/edit', { params, body: { ...looking, edit } }));
        route.go(`/pattern/${made.id}/sheet/1`);
        return;
      }
      const edit = {
        do: 'add piece' as const,
        name: title,
        drawn: beginning(way, kind),
        sheet: null,
        traced: 'stitching' as const,
        cuts: [],
      };
      await data(POST('/api/patterns/{pattern_id}/edit', { params, body: { ...looking, edit } }));
      route.go(`/pattern/${made.id}/piece/1`);
    } catch (error) {
      problem = sentenceOf(error);
    }
  });
</script>

<div class="mx-auto max-w-6xl p-6">
  <h1 class="display text-2xl">A pattern of your own</h1>
  <p class="mt-1 max-w-3xl">
    An outline, how many to cut from which cloth, and the grain are enough to lay and cut.
    Everything else can be added whenever you like, and ways can be mixed piece by piece.
  </p>
  <TextField
    label="What it is called"
    size="md"
    wide="my-4 max-w-md"
    bind:value={name}
    placeholder="as on the envelope, or what you call the garment"
  />
  <h2 class="mb-2 font-semibold">What do you have for the first piece?</h2>
  {#if choices}<AddPiece {choices} {add} {problem} large />{:else}<Problem text={problem} />{/if}
</div>
