/** What every HTTP face shares: problem answers, headers, the page itself. Uses nothing of ours. */
package coldtide.server.http;
