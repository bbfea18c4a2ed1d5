import type { Separation } from '@umber/core/approval';
import type { Role } from '@umber/core/permissions';

export interface Person {
  readonly id: number;
  readonly login: string;
  readonly name: string;
  readonly role: Role;
}
export interface SignIn {
  readonly login: string;
  readonly password: string;
}
export interface Session {
  readonly person: Person;
  readonly company: {
    readonly name: string;
    readonly currency: string;
    readonly invoicesAddress: string;
    readonly separation: Separation;
  };
  /** Whether the simulated outside world is running beside the server. */
  readonly demo: boolean;
}
