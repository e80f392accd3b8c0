import type { Identity } from '$lib/server/identity';

declare global {
  namespace App {
    interface Locals {
      identity: Identity | null;
      theme: 'paper' | 'night';
    }
    interface Error {
      message: string;
      /** To be quoted when asking about a fault. */
      reference?: string;
    }
  }
}

export {};
