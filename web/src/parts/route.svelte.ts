// A small router on real paths.
import { leaveField } from './drafts';

class Route {
  path = $state(location.pathname);

  constructor() {
    addEventListener('popstate', () => {
      leaveField();
      this.path = location.pathname;
    });
  }

  go(path: string) {
    leaveField();
    if (path !== this.path) history.pushState(null, '', path);
    this.path = path;
  }

  /** For links: plain clicks stay inside the page, all others are the browser's. */
  follow = (event: MouseEvent) => {
    const link = (event.currentTarget as HTMLElement).closest('a');
    if (!link || event.button !== 0 || event.metaKey || event.ctrlKey || event.shiftKey) return;
    event.preventDefault();
    this.go(new URL(link.href).pathname);
  };
}

export const route = new Route();
