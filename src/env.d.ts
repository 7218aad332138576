declare namespace App {
  interface Locals {
    /** what was sent with a request that writes, whole, within its limit */
    body?: Uint8Array<ArrayBuffer>;
  }
}
