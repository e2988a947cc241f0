"""The pages of the clients, the books and the return."""
