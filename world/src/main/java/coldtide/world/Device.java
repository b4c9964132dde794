package coldtide.world;

import java.util.ArrayList;
import java.util.List;

/**
 * An invented device model.
 *
 * @param fps the frame rate it reaches in the game
 * @param weight how common, relative within its platform
 */
record Device(String model, String platform, String gpu, int ramGb, List<String> osVersions, int fps, double weight) {
    /** The GPU family that the gallery lightning hurts. */
    static final String HURT_GPU = "Nacre 5";

    static final List<Device> ALL = all();

    private static List<Device> all() {
        List<Device> devices = new ArrayList<>();
        family(devices, "Petrel P", 12, "android", "Basalt 610", 4, 45, 1.2);
        family(devices, "Skua ", 8, "android", "Basalt 720", 6, 60, 1.0);
        family(devices, "Dunlin ", 9, "android", HURT_GPU, 4, 40, 1.4);
        family(devices, "Fulmar F", 10, "android", "Kelp 31", 3, 30, 0.9);
        family(devices, "Whimbrel ", 6, "android", "Kelp 44", 8, 60, 0.7);
        family(devices, "Tern T", 9, "ios", "Slate 3", 4, 60, 1.0);
        family(devices, "Gannet ", 6, "ios", "Slate 4", 8, 60, 0.8);
        return List.copyOf(devices);
    }

    private static void family(
            List<Device> into,
            String stem,
            int models,
            String platform,
            String gpu,
            int ramGb,
            int fps,
            double weight) {
        List<String> os = platform.equals("ios") ? List.of("17.4", "18.1", "18.5") : List.of("12", "13", "14", "15");
        for (int i = 1; i <= models; i++) {
            double popularity = weight / models * (0.5 + (i * 7 % models) / (double) models);
            into.add(new Device(stem + i, platform, gpu, ramGb + (i > models / 2 ? 2 : 0), os, fps, popularity));
        }
    }
}
