"""Signs people in."""

from django.contrib.auth.backends import ModelBackend

from accounts.models import User


class PersonBackend(ModelBackend):
    """As Django's own, but a person comes with their shop: every request asks for both, in one query."""

    def get_user(self, user_id: int) -> User | None:
        """The person of a session; None when gone or no longer let in."""
        user = User.objects.select_related("shop").filter(pk=user_id).first()
        return user if user and self.user_can_authenticate(user) else None
