/** Single events as they came, those that pass a condition: in order, page by page, or all of them for a file. */
package coldtide.core.extract;
