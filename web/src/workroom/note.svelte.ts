// A sentence for a whole place of the workroom, when something could not be done.
import { sentenceOf } from '../parts/problem';

class Note {
  text = $state('');

  attempt = async (action: () => Promise<void>): Promise<boolean> => {
    this.text = '';
    try {
      await action();
      return true;
    } catch (problem) {
      this.text = sentenceOf(problem);
      return false;
    }
  };
}

export const placeNote = () => new Note();
