/**
 * Why something dropped. In: a drop and its group. Out: tests of each possible cause, the release it is linked to, and
 * the kind of cause. Start with {@code CauseClassifier}; {@code ReleaseAttribution} finds the release. Uses {@code
 * counts} and {@code detect}.
 */
package coldtide.core.anomaly.explain;
