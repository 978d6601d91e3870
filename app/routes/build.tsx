import { Build } from "../places/build/Build.tsx";

export default function BuildRoute() {
  return <Build />;
}
