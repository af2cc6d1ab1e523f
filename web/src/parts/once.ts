// What makes something new is done once, however often it is tapped meanwhile.

/** The same action; while it is under way another call of it does nothing. */
export function once<Given extends unknown[]>(
  action: (...given: Given) => Promise<unknown>,
): (...given: Given) => Promise<void> {
  let underWay = false;
  return async (...given) => {
    if (underWay) return;
    underWay = true;
    try {
      await action(...given);
    } finally {
      underWay = false;
    }
  };
}
