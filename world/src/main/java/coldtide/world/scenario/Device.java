package coldtide.world.scenario;

/**
 * An invented device model.
 *
 * @param fps the frame rate it reaches in the game
 * @param weight how common, relative within its platform
 */
public record Device(String model, String platform, String gpu, int ramGb, int fps, double weight) {}
