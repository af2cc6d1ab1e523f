// A sentence for a whole place of the workroom, when something could not be done.
class Note {
  text = $state('');

  attempt = async (action: () => Promise<void>): Promise<boolean> => {
    this.text = '';
    try {
      await action();
      return true;
    } catch (problem) {
      this.text = problem instanceof Error ? problem.message : 'That could not be done.';
      return false;
    }
  };
}

export const placeNote = () => new Note();
