/**
 * How events come in: files uploaded in pieces, looked at, read and stopped; programs that send live; rows held back and sent
 * again. Uses {@code rows} for what files say, {@code engine} and {@code store}.
 */
package coldtide.server.intake;
