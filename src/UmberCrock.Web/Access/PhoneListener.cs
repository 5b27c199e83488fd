using System.Net;
using System.Net.NetworkInformation;
using System.Net.Sockets;
using UmberCrock.Core.Documents;

namespace UmberCrock.Web.Access;

/// <summary>The server's endpoints as configuration that can change while it runs: Kestrel opens and closes what is added and taken
/// away.</summary>
internal sealed class ListenConfiguration : ConfigurationProvider, IConfigurationSource
{
    private const string Section = "Kestrel:Endpoints";

    /// <inheritdoc/>
    public IConfigurationProvider Build(IConfigurationBuilder builder) => this;

    /// <summary>Opens an endpoint, or another in its place.</summary>
    public void Open(string name, string url, string? certificate, string? key)
    {
        Close(name, reload: false);
        Data[$"{Section}:{name}:Url"] = url;
        if (certificate is not null)
            Data[$"{Section}:{name}:Certificate:Path"] = certificate;
        if (key is not null)
            Data[$"{Section}:{name}:Certificate:KeyPath"] = key;
        OnReload();
    }

    /// <summary>Closes an endpoint.</summary>
    public void Close(string name, bool reload = true)
    {
        foreach (var part in Data.Keys.Where(part => part.StartsWith($"{Section}:{name}:", StringComparison.OrdinalIgnoreCase)).ToList())
            Data.Remove(part);
        if (reload)
            OnReload();
    }
}

/// <summary>Opens the door for phones on an address of this computer's network and closes it again, without a restart.</summary>
internal sealed class PhoneListener(ListenConfiguration listen, HouseCertificate certificate)
{
    private const string Name = "Phones";
    private const int FirstPort = 5443;
    private const int Ports = 40;

    /// <summary>The door that stands open; null when none does.</summary>
    public PhoneDoor? Open { get; private set; }

    /// <summary>Addresses of this computer on its networks, those of a home first.</summary>
    public static IReadOnlyList<string> Addresses() =>
        [
            .. NetworkInterface
                .GetAllNetworkInterfaces()
                .Where(network =>
                    network.OperationalStatus == OperationalStatus.Up && network.NetworkInterfaceType != NetworkInterfaceType.Loopback
                )
                .SelectMany(network => network.GetIPProperties().UnicastAddresses)
                .Select(unicast => unicast.Address)
                .Where(address => address.AddressFamily == AddressFamily.InterNetwork && !IPAddress.IsLoopback(address))
                .Select(address => address.ToString())
                .Distinct()
                .OrderByDescending(address => address.StartsWith("192.168.", StringComparison.Ordinal))
                .ThenBy(address => address, StringComparer.Ordinal),
        ];

    /// <summary>A door on an address, with a port that is free.</summary>
    /// <exception cref="DocumentException">This computer does not have the address.</exception>
    public static PhoneDoor DoorAt(string? address, bool https)
    {
        if (address is null || !Addresses().Contains(address))
            throw new DocumentException("/address", "Choose an address that this computer has on its network.");
        var port = Enumerable.Range(FirstPort, Ports).FirstOrDefault(port => IsFree(address, port));
        return port > 0
            ? new PhoneDoor(address, port, https)
            : throw new DocumentException("/address", $"No port from {FirstPort} to {FirstPort + Ports - 1} is free on {address}.");
    }

    /// <summary>Opens a door.</summary>
    /// <returns>False when this computer does not have its address now, or the port is taken.</returns>
    public bool TryOpen(PhoneDoor door)
    {
        if (Open == door)
            return true;
        Close();
        if (!Addresses().Contains(door.Address) || !IsFree(door.Address, door.Port))
            return false;
        (string Certificate, string Key)? pair = door.Https ? certificate.For(door.Address) : null;
        listen.Open(Name, door.Url, pair?.Certificate, pair?.Key);
        Open = door;
        return true;
    }

    /// <summary>Closes it.</summary>
    public void Close()
    {
        if (Open is null)
            return;
        listen.Close(Name);
        Open = null;
    }

    private static bool IsFree(string address, int port)
    {
        try
        {
            using var probe = new TcpListener(IPAddress.Parse(address), port);
            probe.Start();
            return true;
        }
        catch (SocketException)
        {
            return false;
        }
    }
}
