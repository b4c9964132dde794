package coldtide.server;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublisher;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.util.Map;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Speaks to the running application over HTTP as a browser would: cookies kept, changes proved by the CSRF header. */
public final class Caller {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final String base;
    private String key;
    private final CookieManager cookies = new CookieManager();
    private final HttpClient client =
            HttpClient.newBuilder().cookieHandler(cookies).build();

    /** What came back. */
    public record Answer(int status, String text, java.net.http.HttpHeaders headers) {
        public JsonNode json() {
            return JSON.readTree(text);
        }
    }

    private Caller(String base) {
        this.base = base;
    }

    /** Nobody in particular. */
    public static Caller stranger() {
        return new Caller(Application.address());
    }

    /** Nobody in particular, of a server elsewhere. */
    public static Caller stranger(String base) {
        Caller caller = new Caller(base);
        caller.get("/api/session");
        return caller;
    }

    /** Somebody signed in with the demo account. */
    public static Caller demo() {
        return as("demo", "fourteen-beacons");
    }

    /** Somebody signed in with a name and a password. */
    public static Caller as(String name, String password) {
        return as(Application.address(), name, password);
    }

    /** The same with a server elsewhere. */
    public static Caller as(String base, String name, String password) {
        Caller caller = new Caller(base);
        caller.get("/api/session");
        Answer answer = caller.post("/api/session", Map.of("name", name, "password", password));
        if (answer.status() != 200) {
            throw new IllegalStateException(name + " could not sign in: " + answer.text());
        }
        caller.get("/api/session");
        return caller;
    }

    /** A program with a key. */
    public static Caller withKey(String key) {
        return withKey(Application.address(), key);
    }

    /** The same with a server elsewhere. */
    public static Caller withKey(String base, String key) {
        Caller caller = new Caller(base);
        caller.key = key;
        return caller;
    }

    /** Any method with any body. */
    public Answer call(String method, String path, String contentType, byte[] body) {
        return send(withToken(request(path))
                .header("Content-Type", contentType)
                .method(method, BodyPublishers.ofByteArray(body)));
    }

    /** A body that was packed by gzip. */
    public Answer packed(String path, String contentType, byte[] body) {
        return send(withToken(request(path))
                .header("Content-Type", contentType)
                .header("Content-Encoding", "gzip")
                .POST(BodyPublishers.ofByteArray(body)));
    }

    public Answer call(String method, String path, Object body) {
        return call(
                method,
                path,
                "application/json",
                JSON.writeValueAsString(body).getBytes(java.nio.charset.StandardCharsets.UTF_8));
    }

    public Answer get(String path) {
        return send(withToken(request(path)).GET());
    }

    public Answer post(String path, Object body) {
        return send(withToken(request(path))
                .header("Content-Type", "application/json")
                .POST(BodyPublishers.ofString(JSON.writeValueAsString(body))));
    }

    /** A new app, in UTC and EUR, that accepts events up to so many days old. */
    public Answer makeApp(String app, int lateLimitDays) {
        return post(
                "/api/apps",
                Map.of(
                        "key", app,
                        "name", "An app",
                        "zone", "UTC",
                        "currency", "EUR",
                        "lateLimitDays", lateLimitDays));
    }

    /** The secret of a new API key of an app. */
    public String makeKey(String app, int perSecond) {
        return post("/api/apps/" + app + "/keys", Map.of("name", "a key", "perSecond", perSecond))
                .json()
                .get("secret")
                .asString();
    }

    public Answer postText(String path, String body) {
        return send(withToken(request(path))
                .header("Content-Type", "application/json")
                .POST(BodyPublishers.ofString(body)));
    }

    public Answer postWithoutToken(String path, Object body) {
        return send(request(path)
                .header("Content-Type", "application/json")
                .POST(BodyPublishers.ofString(JSON.writeValueAsString(body))));
    }

    public Answer delete(String path) {
        return send(withToken(request(path)).DELETE());
    }

    /** Sends a file as a form does. */
    public Answer file(String path, String name, byte[] content) {
        String boundary = "coldtide-test-boundary";
        byte[] head = ("--" + boundary + "\r\nContent-Disposition: form-data; name=\"file\"; filename=\"" + name
                        + "\"\r\nContent-Type: text/csv\r\n\r\n")
                .getBytes(java.nio.charset.StandardCharsets.UTF_8);
        byte[] tail = ("\r\n--" + boundary + "--\r\n").getBytes(java.nio.charset.StandardCharsets.UTF_8);
        BodyPublisher body = BodyPublishers.ofByteArrays(java.util.List.of(head, content, tail));
        return send(withToken(request(path))
                .header("Content-Type", "multipart/form-data; boundary=" + boundary)
                .POST(body));
    }

    /** What the server asked to be remembered. */
    public java.util.List<HttpCookie> cookies() {
        return cookies.getCookieStore().getCookies();
    }

    private HttpRequest.Builder request(String path) {
        return HttpRequest.newBuilder(URI.create(base + path));
    }

    private HttpRequest.Builder withToken(HttpRequest.Builder request) {
        cookies.getCookieStore().getCookies().stream()
                .filter(cookie -> cookie.getName().equals("XSRF-TOKEN"))
                .map(HttpCookie::getValue)
                .forEach(token -> request.header("X-XSRF-TOKEN", token));
        if (key != null) {
            request.header("Authorization", "Bearer " + key);
        }
        return request;
    }

    /** A file that an answer is. */
    public byte[] bytes(String path, Object body) {
        return send(
                        withToken(request(path))
                                .header("Content-Type", "application/json")
                                .POST(BodyPublishers.ofString(JSON.writeValueAsString(body))),
                        BodyHandlers.ofByteArray())
                .body();
    }

    private Answer send(HttpRequest.Builder request) {
        HttpResponse<String> response = send(request, BodyHandlers.ofString());
        return new Answer(response.statusCode(), response.body(), response.headers());
    }

    private <T> HttpResponse<T> send(HttpRequest.Builder request, HttpResponse.BodyHandler<T> how) {
        try {
            return client.send(request.build(), how);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }
}
