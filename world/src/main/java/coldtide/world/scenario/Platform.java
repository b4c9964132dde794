package coldtide.world.scenario;

import java.util.List;

/**
 * What devices run.
 *
 * @param weight share of people, relative
 */
public record Platform(String name, double weight, List<String> osVersions) {
    public Platform {
        name = Check.text("name", name);
        Check.positive("weight", weight);
        osVersions = Check.some("osVersions", osVersions);
    }
}
