import { BUILD } from './build';
import { store, stored } from './storage';

/** How this page stands with the browser that runs it. */
export interface AppStanding {
  /** Whether the app starts without a network: it does, it is being kept, it cannot here. */
  readonly offline: 'ready' | 'notYet' | 'noRoom' | 'plainHttp' | 'unsupported';
  /** A newer version is kept and waits to be changed over to. */
  readonly hasNewer: boolean;
  /** Another window has changed over to a newer version. */
  readonly wasRenewed: boolean;
  /** The browser would install the app if asked to. */
  readonly canInstall: boolean;
  readonly isInstalled: boolean;
}

/** The event with which browsers offer to install an app. */
interface InstallOffer extends Event {
  prompt(): Promise<{ readonly outcome: 'accepted' | 'dismissed' }>;
}

/** Reading every file of the app may not hold up the first song. */
const KEEPS_AFTER_MS = 3000;

const OFFERED_KEY = 'yibbo install offered';

/** The app as a thing that the browser keeps and can install. Nothing happens by itself: a newer version waits until it is asked for. */
export class InstalledApp {
  private standing: AppStanding = {
    offline: BUILD && navigator.serviceWorker ? 'notYet' : globalThis.isSecureContext === false ? 'plainHttp' : 'unsupported',
    hasNewer: false,
    wasRenewed: false,
    canInstall: false,
    isInstalled: typeof matchMedia === 'function' && matchMedia('(display-mode: standalone)').matches,
  };
  private readonly listeners = new Set<() => void>();
  private offer: InstallOffer | null = null;
  private waiting: ServiceWorker | null = null;
  private isChangingOver = false;

  readonly now = (): AppStanding => this.standing;

  /** Calls `listener` whenever the standing changes, until the function that it returns is called. */
  readonly listen = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Begins to listen for offers; a little later, when the page has opened, has the browser keep the app. */
  begin(): void {
    addEventListener('beforeinstallprompt', (event) => {
      event.preventDefault();
      this.offer = event as InstallOffer;
      this.tell({ canInstall: true });
    });
    addEventListener('appinstalled', () => this.tell({ canInstall: false, isInstalled: true }));
    const keep = () => this.keep().catch(() => this.tell({ offline: 'unsupported' }));
    if (this.standing.offline === 'notYet') setTimeout(() => void keep(), navigator.serviceWorker.controller ? 0 : KEEPS_AFTER_MS);
  }

  /** Whether the offer to install may still be made by itself: it is made once. */
  get mayOffer(): boolean {
    return !stored(OFFERED_KEY, { was: false }).was;
  }

  offered(): void {
    store(OFFERED_KEY, { was: true });
    this.tell({});
  }

  async install(): Promise<void> {
    this.offered();
    const outcome = await this.offer?.prompt().catch(() => null);
    this.offer = null;
    this.tell({ canInstall: false, ...(outcome?.outcome === 'accepted' ? { isInstalled: true } : {}) });
  }

  /** Changes over to the newer version: the page is loaded anew with it. */
  changeOver(): void {
    this.isChangingOver = true;
    if (this.waiting) this.waiting.postMessage('take over');
    else location.reload();
  }

  private async keep(): Promise<void> {
    const container = navigator.serviceWorker;
    const hadOne = container.controller !== null;
    container.addEventListener('controllerchange', () => {
      if (this.isChangingOver) location.reload();
      else if (hadOne) this.tell({ wasRenewed: true, hasNewer: false });
    });
    const registration = await container.register('/service-worker.js', { updateViaCache: 'none' });
    const look = () => {
      this.waiting = registration.waiting;
      const offline = registration.active ? 'ready' : registration.installing || this.waiting ? 'notYet' : 'noRoom';
      this.tell({ hasNewer: this.waiting !== null && hadOne, offline });
    };
    const follow = (worker: ServiceWorker | null) => worker?.addEventListener('statechange', look);
    registration.addEventListener('updatefound', () => follow(registration.installing));
    follow(registration.installing);
    look();
    // A page that stays open for days hears of a newer version when it is looked at again.
    document.addEventListener('visibilitychange', () => {
      if (document.visibilityState === 'visible') registration.update().catch(() => undefined);
    });
  }

  private tell(news: Partial<AppStanding>): void {
    this.standing = { ...this.standing, ...news };
    for (const listener of this.listeners) listener();
  }
}
