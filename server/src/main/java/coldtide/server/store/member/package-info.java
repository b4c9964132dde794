/**
 * Members who sign in, their devices, and the audit log. Start with {@code User}.
 */
package coldtide.server.store.member;
