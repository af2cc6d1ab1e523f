"""Files and pictures from outside, each read by a child process with limits."""
