import { Paper } from "../places/paper/Paper.tsx";

export default function PaperRoute() {
  return <Paper />;
}
