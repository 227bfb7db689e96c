/** Calls to the server. Every error is an HttpError that says what happened in words for the user. */
import createClient, { type FetchResponse, type MaybeOptionalInit } from "openapi-fetch";
import type { HttpMethod, MediaType, PathsWithMethod } from "openapi-typescript-helpers";
import type { paths } from "./schema.gen";

/** A call that the server refused, or that did not reach it (status 0). */
export class HttpError extends Error {
  constructor(
    readonly status: number,
    message: string,
    /** The members of the problem details beside title, status and detail. */
    readonly more: Record<string, unknown> = {},
  ) {
    super(message);
  }
}

const CSRF_HEADER = "X-XSRF-TOKEN";
const UNREACHABLE = "Mendak cannot be reached just now. What you typed is kept here.";

function csrfToken(): string {
  const found = /(?:^|; )XSRF-TOKEN=([^;]*)/.exec(document.cookie);
  return found?.[1] ? decodeURIComponent(found[1]) : "";
}

async function problem(answer: Response): Promise<HttpError> {
  try {
    const body = (await answer.json()) as Record<string, unknown>;
    const detail = typeof body.detail === "string" ? body.detail : answer.statusText;
    return new HttpError(answer.status, detail, body);
  } catch {
    return new HttpError(answer.status, answer.statusText || `The server answered ${answer.status}.`);
  }
}

const signedOut = new Set<() => void>();

/** Told when a call was refused because nobody is signed in any more; answers how to stop listening. */
export function onSignedOut(tell: () => void): () => void {
  signedOut.add(tell);
  return () => signedOut.delete(tell);
}

const client = createClient<paths>({
  baseUrl: globalThis.location.origin,
  // looked up at each call, so that tests can play the server
  fetch: (request) => globalThis.fetch(request),
  querySerializer: { array: { style: "form", explode: true }, object: { style: "form", explode: true } },
});

type Init<P extends keyof paths, M extends HttpMethod & keyof paths[P]> = MaybeOptionalInit<paths[P], M>;

/** The library's own calls infer what is sent, and so let pass what the server does not know; here the path alone decides. */
type Call<M extends HttpMethod> = <P extends PathsWithMethod<paths, M>>(
  path: P,
  ...init: undefined extends Init<P, M> ? [Init<P, M>?] : [Init<P, M>]
) => Promise<FetchResponse<NonNullable<paths[P][M]>, object, MediaType>>;

/**
 * The server's calls, each typed by the API document: path, verb, parameters, body and answer. Use with {@link got}, or take its
 * response where headers matter.
 */
export const api = client as unknown as {
  GET: Call<"get">;
  POST: Call<"post">;
  PUT: Call<"put">;
  PATCH: Call<"patch">;
  DELETE: Call<"delete">;
};

client.use({
  onRequest({ request }) {
    if (request.method !== "GET") request.headers.set(CSRF_HEADER, csrfToken());
    return request;
  },
  async onResponse({ response, schemaPath }) {
    if (response.ok) return;
    const refused = await problem(response);
    if (refused.status === 401 && schemaPath !== "/api/session") signedOut.forEach((tell) => tell());
    throw refused;
  },
  onError({ error }) {
    // what was cancelled stays cancelled; all else is a line that is lost
    return error instanceof DOMException && error.name === "AbortError"
      ? undefined
      : new HttpError(0, UNREACHABLE);
  },
});

/** What a call answers; a refusal is thrown as HttpError. */
export async function got<T>(call: Promise<{ data?: T }>): Promise<T> {
  return (await call).data as T;
}

/** A document's text as it came back, with its entity tag and how it stands. */
export interface Answer {
  text: string;
  etag: string | null;
  status: string | null;
  revision: string | null;
  /** Whether readers ever saw any revision of it. */
  seen?: boolean;
}

/** The paths that take a file. */
type TakesFile = {
  [P in keyof paths]: paths[P] extends {
    post: { requestBody?: { content: { "multipart/form-data": unknown } } };
  }
    ? P
    : never;
}[keyof paths];

/** Sends a file as multipart, telling how much of it is sent; abort to stop. */
export function sendFile<T>(
  path: TakesFile,
  params: Record<string, number>,
  file: File,
  sent: (bytes: number) => void,
  signal: AbortSignal,
): Promise<T> {
  return new Promise((resolve, reject) => {
    // fetch cannot tell how much of a body it has sent
    const call = new XMLHttpRequest();
    const body = new FormData();
    body.append("file", file);
    call.open(
      "POST",
      path.replace(/\{(\w+)\}/g, (_, name: string) => String(params[name])),
    );
    call.setRequestHeader(CSRF_HEADER, csrfToken());
    call.upload.onprogress = (e) => sent(e.loaded);
    call.onerror = () => reject(new HttpError(0, UNREACHABLE));
    call.onabort = () => reject(new DOMException("stopped", "AbortError"));
    call.onload = () => {
      const answer = new Response(call.responseText, { status: call.status, statusText: call.statusText });
      if (answer.ok) void answer.json().then((json) => resolve(json as T), reject);
      else void problem(answer).then(reject);
    };
    signal.addEventListener("abort", () => call.abort());
    call.send(body);
  });
}
