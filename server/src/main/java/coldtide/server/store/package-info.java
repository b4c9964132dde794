/** What lasts: entities, repositories, and the bulk paths in and out. The only package that knows Hibernate and SQL. */
package coldtide.server.store;
