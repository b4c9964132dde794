/** Answers kept as evidence, as they were. */
package coldtide.server.evidence;
