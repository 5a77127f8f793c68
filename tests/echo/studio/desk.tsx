// What visitors said, on the Desk.
import { useQuery } from "@tanstack/react-query";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";

export function Echoes() {
  const site = useSite();
  const { data } = useQuery({
    queryKey: ["echoes", site.key],
    queryFn: () => ask("desk.echoes", { site: site.key }),
  });
  return (
    <ul>
      {(data ?? []).map((echo) => (
        <li key={echo.id}>{echo.said}</li>
      ))}
    </ul>
  );
}
