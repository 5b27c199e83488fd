using System.Security.Cryptography;
using System.Text;
using UmberCrock.Core.Documents;

namespace UmberCrock.Web.Access;

/// <summary>Lets phones in: a key that works once, for ten minutes; a door that stands open while a key waits or a phone is
/// known.</summary>
internal sealed class Pairing(AccessKeeper keeper, PhoneListener listener, TimeProvider clock)
{
    /// <summary>So long a key works.</summary>
    public static readonly TimeSpan KeyLives = TimeSpan.FromMinutes(10);

    private const int KeyBytes = 16;
    private readonly Lock turn = new();
    private (string Key, PhoneDoor Door, DateTimeOffset Until)? waiting;

    /// <summary>The address with its key that a phone is to open; null when no key waits.</summary>
    public (string Url, DateTimeOffset Until)? Waiting
    {
        get
        {
            lock (turn)
                return waiting is { } now && clock.GetUtcNow() < now.Until ? ($"{now.Door.Url}/pair?key={now.Key}", now.Until) : null;
        }
    }

    /// <summary>Opens the door and makes a key; one that waited before no longer works.</summary>
    /// <returns>A passphrase that was made because there was none yet; it is shown once. Null when there is one.</returns>
    /// <exception cref="DocumentException">The address is not one of this computer's.</exception>
    public string? Begin(string? address, bool https)
    {
        var door = PhoneListener.DoorAt(address, https);
        lock (turn)
        {
            if (listener.Open is { } open && open.Address == door.Address && open.Https == https)
                door = open;
            else if (!listener.TryOpen(door))
                throw new DocumentException("/address", "That address cannot be opened now. Choose another one.");
            waiting = (AccessKeeper.Token(KeyBytes), door, clock.GetUtcNow() + KeyLives);
        }

        if (keeper.State.PassphraseHash is not null)
            return null;
        var passphrase = Words256.Passphrase();
        keeper.SetPassphrase(passphrase);
        return passphrase;
    }

    /// <summary>True for the key that waits; it goes on waiting.</summary>
    public bool IsKey(string? key)
    {
        lock (turn)
            return waiting is { } now && clock.GetUtcNow() < now.Until && Same(key, now.Key);
    }

    /// <summary>Takes a key for a phone: its id, or null when the key is not the one that waits.</summary>
    public string? Redeem(string? key, string? name)
    {
        lock (turn)
        {
            if (waiting is not { } now || clock.GetUtcNow() >= now.Until || !Same(key, now.Key))
                return null;
            waiting = null;
            return keeper.Add(name, now.Door);
        }
    }

    /// <summary>Lets a phone in no longer; the door closes with the last.</summary>
    public bool Remove(string id)
    {
        var known = keeper.Remove(id);
        Tidy();
        return known;
    }

    /// <summary>Opens or closes the door as it should be now: at start, when a key has run out, when a phone was taken off.</summary>
    public void Tidy()
    {
        lock (turn)
        {
            if (waiting is { } now && clock.GetUtcNow() >= now.Until)
                waiting = null;
            if (waiting is not null)
                return;
            var state = keeper.State;
            if (state.Phones.IsEmpty)
                listener.Close();
            else if (state.Door is { } door)
                listener.TryOpen(door);
        }
    }

    private static bool Same(string? typed, string key) =>
        typed is not null && CryptographicOperations.FixedTimeEquals(Encoding.UTF8.GetBytes(typed), Encoding.UTF8.GetBytes(key));
}
