import { type Change, change, type Json, writtenAddress } from "#core/ground/base";

/** A change as anybody may send it: also to a field that there is not, or to a value it cannot have. */
export function changeAt(id: string, field: string, value: Json): Change {
  return change(writtenAddress(id, field), value);
}
