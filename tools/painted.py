"""How long a page takes until it has painted: counted in the page itself, for the measurements."""

# A function of the page: calls back once the next frame has been handed over.
PAINTED = """window.painted = (then) => requestAnimationFrame(() => {
  const channel = new MessageChannel();
  channel.port1.onmessage = then;
  channel.port2.postMessage(0); });"""
# Every move of the pointer until the frame that shows it is handed over (ms), in window.cost.
MOVES = (
    PAINTED
    + """ window.cost = [];
addEventListener('pointermove', () => { const begun = performance.now();
  window.painted(() => window.cost.push(performance.now() - begun)); }, true);"""
)


def watch(address: str) -> str:
    """Also from a request to an address that ends so until its answer stands on the page (ms), in
    window.found."""
    return (
        MOVES
        + f""" window.found = []; const asked = window.fetch;
window.fetch = async (...args) => {{ const begun = performance.now();
  const answer = await asked(...args);
  const address = typeof args[0] === 'string' ? args[0] : args[0].url;
  if (address.endsWith('{address}'))
    window.painted(() => window.found.push(performance.now() - begun));
  return answer; }};"""
    )
