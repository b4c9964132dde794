package coldtide.core.log.rule;

import static java.util.Objects.requireNonNull;

/**
 * The app's version on a platform, as events carry it; empty texts where they carry none.
 *
 * @param platform e.g. {@code android}
 * @param version e.g. {@code 1.6.0}
 */
public record Release(String platform, String version) {
    public Release {
        requireNonNull(platform, "platform");
        requireNonNull(version, "version");
    }
}
