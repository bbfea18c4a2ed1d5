import { inject, Injectable, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { sessionFeature } from '../people/session.state';

const KEPT_AS = 'umber-drafts';

/**
 * What was typed and is not saved yet, each text by what it is for, such as `document/7/fields/dueDate`. It outlives the field it
 * was typed into, a refusal, an ended session and a reload; each person has their own. It goes when it is saved or given up.
 */
@Injectable({ providedIn: 'root' })
export class Drafts {
  readonly #person = inject(Store).selectSignal(sessionFeature.selectPerson);
  readonly #kept = signal<Readonly<Record<string, string>>>(stored());

  /** The text kept for this purpose; null where there is none. */
  of(purpose: string | undefined): string | null {
    return purpose === undefined ? null : (this.#kept()[this.#key(purpose)] ?? null);
  }

  /** The purposes that begin so and have a text. */
  under(start: string): string[] {
    const key = this.#key(start);
    return Object.keys(this.#kept())
      .filter((one) => one.startsWith(key))
      .map((one) => one.slice(this.#key('').length));
  }

  /** Keeps a text; an empty one as well, as a cleared field is. */
  keep(purpose: string | undefined, text: string): void {
    if (purpose !== undefined) this.#set({ ...this.#kept(), [this.#key(purpose)]: text });
  }

  drop(purpose: string | undefined): void {
    if (purpose === undefined || this.of(purpose) === null) return;
    const { [this.#key(purpose)]: _gone, ...others } = this.#kept();
    this.#set(others);
  }

  #key(purpose: string): string {
    return `${this.#person()?.id ?? 0}/${purpose}`;
  }

  #set(kept: Readonly<Record<string, string>>): void {
    this.#kept.set(kept);
    try {
      sessionStorage.setItem(KEPT_AS, JSON.stringify(kept));
    } catch {
      // Without room in the browser's store they are kept until a reload.
    }
  }
}

function stored(): Readonly<Record<string, string>> {
  try {
    return JSON.parse(sessionStorage.getItem(KEPT_AS) ?? '{}') as Record<string, string>;
  } catch {
    return {};
  }
}
