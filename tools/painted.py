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
