import * as v from "valibot";

const WEB_ADDRESS = /^https?:\/\/[^\s<>"]+$/;

/** Where the video of a take can be watched, and how a second is written in its address. */
export const VideoAddressSchema = v.strictObject({
  /** With `{s}` for the seconds; where `{m}` or `{h}` stand in it too, what they do not count. */
  pattern: v.pipe(
    v.string(),
    v.trim(),
    v.regex(WEB_ADDRESS, "an address begins with http:// or https:// and has no spaces"),
    v.includes("{s}", 'the address needs {s} where the seconds go, as in "https://…?t={s}"'),
    v.maxLength(110, "an address has at most 110 letters: its code would be too large for a card"),
  ),
  /** The lesson's video with its cuts and waits, or the recording as it was filmed. */
  clock: v.picklist(["lesson", "recording"]),
});
export type VideoAddress = v.InferOutput<typeof VideoAddressSchema>;

/** The address of the video at a moment of its clock, to the second. */
export function addressAt({ pattern }: Pick<VideoAddress, "pattern">, ms: number): string {
  const seconds = Math.floor(ms / 1000);
  const hasMinutes = pattern.includes("{m}");
  const hasHours = pattern.includes("{h}");
  const hours = Math.floor(seconds / 3600);
  const minutes = Math.floor(seconds / 60) - (hasHours ? hours * 60 : 0);
  const rest = seconds - (hasHours ? hours * 3600 : 0) - (hasMinutes ? minutes * 60 : 0);
  return pattern.replaceAll("{h}", `${hours}`).replaceAll("{m}", `${minutes}`).replaceAll("{s}", `${rest}`);
}
