// How a problem is told: a refusal in its own sentence, with its lengths in the reader's unit; anything
// else in a fixed one, since nobody can do anything with an exception's words.
import { Refused } from '../api/client';
import { say } from './session.svelte';

export const NOT_DONE = 'That could not be done. Nothing was changed.';

/** The sentence to show for whatever was thrown. */
export function sentenceOf(problem: unknown): string {
  if (problem instanceof Refused) return say(problem.sentence);
  console.error(problem);
  return NOT_DONE;
}

/** A refusal beside a field: which one (its last name), and the sentence. */
export interface Complaint {
  field: string;
  sentence: string;
}

export function complaintOf(problem: unknown): Complaint {
  const field = problem instanceof Refused ? (problem.field.split('.').pop() ?? '') : '';
  return { field, sentence: sentenceOf(problem) };
}
