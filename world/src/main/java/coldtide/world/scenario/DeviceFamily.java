package coldtide.world.scenario;

import java.util.ArrayList;
import java.util.List;

/**
 * Invented device models of one make, numbered from 1; the newer half has 2 GB more memory.
 *
 * @param stem what their names begin with
 * @param fps the frame rate they reach in the game
 * @param weight how common the family is, relative within its platform
 */
public record DeviceFamily(String stem, int models, String platform, String gpu, int ramGb, int fps, double weight) {
    public DeviceFamily {
        Check.text("stem", stem);
        Check.within("models", models, 1, 10_000);
        Check.text("platform", platform);
        gpu = Check.text("gpu", gpu);
        Check.within("ramGb", ramGb, 1, 1024);
        Check.within("fps", fps, 1, 1000);
        Check.positive("weight", weight);
    }

    /** Its models, some more common than others. */
    public List<Device> devices() {
        List<Device> devices = new ArrayList<>();
        for (int i = 1; i <= models; i++) {
            double popularity = weight / models * (0.5 + (i * 7 % models) / (double) models);
            devices.add(new Device(stem + i, platform, gpu, ramGb + (i > models / 2 ? 2 : 0), fps, popularity));
        }
        return devices;
    }
}
