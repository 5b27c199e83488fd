using System.Security.Cryptography;
using System.Text.Json;
using Microsoft.AspNetCore.Identity;
using UmberCrock.Core.Documents;
using UmberCrock.Storage.Files;

namespace UmberCrock.Web.Access;

/// <summary>Keeps who may come in from other devices, in a file for its owner alone.</summary>
internal sealed class AccessKeeper
{
    /// <summary>Shortest passphrase that is taken, letters.</summary>
    public const int ShortestPassphrase = 12;

    private const int LongestPassphrase = 200;
    private const int LongestName = 40;
    private const int IdBytes = 16;
    private static readonly TimeSpan SeenEvery = TimeSpan.FromHours(1);
    private readonly PasswordHasher<AccessState> hasher = new();
    private readonly Lock turn = new();
    private readonly string file;
    private readonly TimeProvider clock;
    private AccessState state;

    /// <summary>Reads what is kept; a file that cannot be read is put aside, and nobody comes in from outside until a new passphrase is
    /// made.</summary>
    public AccessKeeper(DataFolder folder, TimeProvider clock)
    {
        (file, this.clock) = (folder.AccessFile, clock);
        state = Read();
    }

    /// <summary>Where a file lies that could not be read; null when there was none.</summary>
    public string? PutAside { get; private set; }

    /// <summary>What is kept.</summary>
    public AccessState State
    {
        get
        {
            lock (turn)
                return state;
        }
    }

    /// <summary>Sets a passphrase; sessions that were opened by another one end.</summary>
    /// <exception cref="DocumentException">It is too short or too long.</exception>
    public void SetPassphrase(string passphrase)
    {
        if (passphrase.Length is < ShortestPassphrase or > LongestPassphrase)
            throw new DocumentException(
                "/passphrase",
                $"A passphrase has from {ShortestPassphrase} to {LongestPassphrase} letters. Several words are easier to keep in "
                    + $"mind than signs."
            );
        Change(now => now with { PassphraseHash = hasher.HashPassword(now, passphrase), Stamp = Token(IdBytes) });
    }

    /// <summary>True for the passphrase.</summary>
    public bool IsPassphrase(string? typed)
    {
        var now = State;
        return now.PassphraseHash is { } hash
            && typed is { Length: > 0 and <= LongestPassphrase }
            && hasher.VerifyHashedPassword(now, hash, typed) != PasswordVerificationResult.Failed;
    }

    /// <summary>Lets a phone in from now on; its id for its cookie.</summary>
    public string Add(string? name, PhoneDoor door)
    {
        var plain = PlainText.OneLine(name ?? "");
        var phone = new KnownPhone(
            Token(IdBytes),
            plain.Length == 0 ? "A phone"
                : plain.Length > LongestName ? plain[..LongestName]
                : plain,
            clock.GetUtcNow(),
            clock.GetUtcNow()
        );
        Change(now => now with { Phones = now.Phones.Add(phone), Door = door });
        return phone.Id;
    }

    /// <summary>Lets a phone in no longer; false when it was not known.</summary>
    public bool Remove(string id)
    {
        var known = State.Phones.Any(phone => phone.Id == id);
        Change(now => now with { Phones = now.Phones.RemoveAll(phone => phone.Id == id) });
        return known;
    }

    /// <summary>True for a phone that may come in; notes that it did.</summary>
    public bool Knows(string? id)
    {
        if (State.Phones.FirstOrDefault(phone => phone.Id == id) is not { } known)
            return false;
        if (clock.GetUtcNow() - known.SeenAt > SeenEvery)
            Change(now => now with { Phones = now.Phones.Replace(known, known with { SeenAt = clock.GetUtcNow() }) });
        return true;
    }

    /// <summary>Random letters for a key or an id: base64url.</summary>
    public static string Token(int bytes) => System.Buffers.Text.Base64Url.EncodeToString(RandomNumberGenerator.GetBytes(bytes));

    private void Change(Func<AccessState, AccessState> change)
    {
        lock (turn)
        {
            var next = change(state);
            if (ReferenceEquals(next, state))
                return;
            DataFolder.Write(file, JsonSerializer.SerializeToUtf8Bytes(next, ContractJson.Indented));
            state = next;
        }
    }

    private AccessState Read()
    {
        if (!File.Exists(file))
            return new AccessState();
        try
        {
            var read = JsonSerializer.Deserialize<AccessState>(File.ReadAllBytes(file), ContractJson.Options) ?? new AccessState();
            return read.Phones.IsDefault ? read with { Phones = [] } : read;
        }
        catch (JsonException)
        {
            PutAside = $"{file}.unreadable";
            File.Move(file, PutAside, overwrite: true);
            return new AccessState();
        }
    }
}
