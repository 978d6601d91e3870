import { Narrate } from "../places/narrate/Narrate.tsx";

export default function NarrateRoute() {
  return <Narrate />;
}
