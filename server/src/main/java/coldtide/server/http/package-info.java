/** Shared parts of HTTP: problem answers, headers, limits, the page itself. Uses nothing of ours. */
package coldtide.server.http;
