/** What a world is made from: plain data, read from an open JSON file (docs/scenario-format.md). Uses nothing else of ours. */
package coldtide.world.scenario;
