package coldtide.core.extract;

import coldtide.core.log.PersonEvent;

/** An event and whose it is. @param owner as a shard has it */
public record ExtractRow(long owner, PersonEvent event) {}
