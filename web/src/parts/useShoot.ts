import { useOutletContext } from "react-router";
import type { ShootView } from "../api/client";

/** The shoot whose screen this is. */
export const useShoot = () => useOutletContext<ShootView>();
