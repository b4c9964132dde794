/** Civil days, weeks and months of an app's reporting time zone. Uses nothing but java.time. */
package coldtide.core.time;
