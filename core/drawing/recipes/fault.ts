/** What is impossible in an object, with the field it concerns. */
export interface Fault {
  readonly field: string;
  readonly message: string;
}
