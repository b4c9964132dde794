/** Speed side by side: the same questions put to the engine and to an embedded SQL engine, in one run on the same events. */
package coldtide.bench;
