/** What another program can be told of. */
export const HOOK_EVENTS = ['arrived', 'read', 'doubt', 'approved', 'posted'] as const;
export type HookEvent = (typeof HOOK_EVENTS)[number];

export interface NewHook {
  /** Where it is sent: https, or http within one's own network. */
  readonly url: string;
  readonly events: readonly HookEvent[];
}
export interface HookView extends NewHook {
  readonly id: number;
  readonly madeBy: string;
  readonly madeAt: string;
  /** How many wait to be sent, again or for the first time. */
  readonly waiting: number;
}
/** A hook with its secret, which is shown once: base64 behind `whsec_`. */
export interface MadeHook extends HookView {
  readonly secret: string;
}
export interface HookDelivery {
  readonly id: number;
  readonly hookId: number;
  readonly event: HookEvent;
  readonly documentId: number;
  readonly madeAt: string;
  readonly tries: number;
  /** Null: it has arrived, or was given up. */
  readonly nextAt: string | null;
  readonly arrivedAt: string | null;
  readonly status: number | null;
  readonly fault: string | null;
}
export interface HooksView {
  readonly hooks: readonly HookView[];
  /** The newest first. */
  readonly log: readonly HookDelivery[];
}
/** What is sent, as JSON. */
export interface HookBody {
  readonly type: `document.${HookEvent}`;
  readonly timestamp: string;
  readonly data: {
    readonly document: {
      readonly id: number;
      readonly kind: string;
      readonly tray: string;
      readonly supplier: string | null;
      readonly number: string | null;
      readonly currency: string | null;
      /** A decimal string. */
      readonly total: string | null;
    };
  };
}
