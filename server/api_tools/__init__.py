"""What the addresses of every app share: questions behind the question mark, and refusals."""
