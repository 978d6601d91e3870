import { Plan } from "../places/plan/Plan.tsx";

export default function PlanRoute() {
  return <Plan />;
}
