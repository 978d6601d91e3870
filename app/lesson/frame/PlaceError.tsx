import { isRouteErrorResponse, useRouteError } from "react-router";
import styles from "./PlaceError.module.css";

/** A place that could not be shown, in its own room: the lesson round it stays, with what is not saved yet. */
export function PlaceError() {
  const error = useRouteError();
  const said = isRouteErrorResponse(error) && typeof error.data === "string" ? error.data : "";
  return (
    <div className={styles.note}>
      <h2>That did not work</h2>
      <p>{said || "This place failed. Nothing was changed by it; what was saved so far is kept."}</p>
    </div>
  );
}
