// GET /_w/v1/openapi.json: the public API described.
import { fresh, publicly } from "@/app/visitors/publicly";
import { openApi } from "@/server/booking/openapi";

export const GET = (request: Request) => publicly(request, async () => fresh(openApi));
