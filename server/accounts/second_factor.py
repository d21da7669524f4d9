"""A second factor by an app on a phone (RFC 6238), with recovery codes for a day without it."""

from __future__ import annotations

import secrets
from base64 import b32encode

from django.db import transaction
from django_otp.plugins.otp_static.models import StaticDevice, StaticToken
from django_otp.plugins.otp_totp.models import TOTPDevice

from accounts.models import User
from accounts.people_documents import SecondFactorOut
from chord_core.errors import ChordError

_RECOVERY = 8
_NAME = "app"


def _device(user: User, confirmed: bool) -> TOTPDevice | None:
    return TOTPDevice.objects.filter(user=user, confirmed=confirmed).first()


def has_second(user: User) -> bool:
    """Whether somebody is asked for figures beside their password."""
    return _device(user, confirmed=True) is not None


def state_of(user: User) -> SecondFactorOut:
    """The second factor of a person, as it is."""
    left = StaticToken.objects.filter(device__user=user).count()
    return SecondFactorOut(on=has_second(user), recovery_left=left)


@transaction.atomic
def begin(user: User) -> SecondFactorOut:
    """Begin to set one up: it is asked for once its first figures were typed.

    Raises:
        ChordError: there is one.
    """
    if has_second(user):
        raise ChordError("code", None, "there is a second factor already: turn it off first")
    TOTPDevice.objects.filter(user=user).delete()
    device = TOTPDevice.objects.create(user=user, name=_NAME, confirmed=False)
    secret = b32encode(device.bin_key).decode()
    import segno  # Slow to load, and few commands draw a code.

    picture = segno.make(device.config_url, error="m").svg_data_uri(scale=4, border=2)
    return SecondFactorOut(on=False, secret=secret, picture=picture)


@transaction.atomic
def confirm(user: User, code: str) -> SecondFactorOut:
    """Ask for it from now on; gives the recovery codes, once.

    Raises:
        ChordError: nothing was begun, or these are not the figures of this half minute.
    """
    device = _device(user, confirmed=False)
    if device is None:
        raise ChordError("code", None, "begin to set it up first")
    if not device.verify_token(code.replace(" ", "")):
        raise ChordError("code", None, "these are not the app's figures of this half minute")
    device.confirmed = True
    device.save()
    StaticDevice.objects.filter(user=user).delete()
    recovery = StaticDevice.objects.create(user=user, name="recovery")
    words = tuple(secrets.token_hex(4) for _ in range(_RECOVERY))
    StaticToken.objects.bulk_create([StaticToken(device=recovery, token=word) for word in words])
    return SecondFactorOut(on=True, recovery_codes=words, recovery_left=len(words))


def check(user: User, code: str | None) -> None:
    """Let somebody with a second factor in only with its figures, or with a recovery code, spent by that.

    Raises:
        ChordError: none was given, or it is wrong, or too many were tried.
    """
    if not has_second(user):
        return
    if not code:
        raise ChordError("code", None, "Type the six figures that your app shows.")
    typed = code.replace(" ", "").lower()
    with transaction.atomic():
        devices = [*TOTPDevice.objects.select_for_update().filter(user=user, confirmed=True),
                   *StaticDevice.objects.select_for_update().filter(user=user)]  # fmt: skip
        # Whichever it is, a wrong one makes both wait longer for the next.
        waits = [device for device in devices if not device.verify_is_allowed()[0]]
        good = not waits and any(device.verify_token(typed) for device in _fitting(devices, typed))
    if waits:
        raise ChordError("code", None, "Too many wrong figures: wait a little, then try again.")
    if not good:
        raise ChordError("code", None, "These are not the app's figures of this half minute.")


def _fitting(devices: list[TOTPDevice | StaticDevice], typed: str) -> list[TOTPDevice | StaticDevice]:
    """Devices whose words look like what was typed: figures of the app, else a recovery code."""
    six = typed.isdigit() and len(typed) == 6
    return [device for device in devices if isinstance(device, TOTPDevice) == six]
