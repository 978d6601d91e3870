import type { ObjectSlice } from "./recipes.ts";

/** The ids of the things an object goes on from: what it is drawn on, shows again, or stands on. */
export function hostsOf(object: ObjectSlice): string[] {
  const hosts: string[] = [];
  if ("on" in object) hosts.push(object.on.object);
  if ("alsoOn" in object) for (const { object: host } of object.alsoOn ?? []) hosts.push(host);
  if ("of" in object) hosts.push(object.of);
  if ("alsoOf" in object) hosts.push(...(object.alsoOf ?? []));
  if ("depthSetBy" in object && typeof object.depthSetBy === "object")
    hosts.push("guidesOf" in object.depthSetBy ? object.depthSetBy.guidesOf : object.depthSetBy.object);
  return hosts;
}
