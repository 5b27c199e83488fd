using System.IO.Ports;
using System.Net.Sockets;

namespace UmberCrock.Web.Devices;

/// <summary>Opens the streams of devices.</summary>
internal static class DeviceStreams
{
    /// <summary>A stream in the network.</summary>
    public static async Task<Stream> OpenAsync(TcpAddress address, CancellationToken stop)
    {
        var client = new TcpClient { NoDelay = true };
        try
        {
            await client.ConnectAsync(address.Host, address.Port, stop);
            return new NetworkStream(client.Client, ownsSocket: true);
        }
        catch
        {
            client.Dispose();
            throw;
        }
    }

    /// <summary>The stream of a serial port; closing it closes the port.</summary>
    public static Task<Stream> OpenAsync(SerialAddress address, CancellationToken stop) =>
        Task.Run<Stream>(
            () =>
            {
                var port = new SerialPort(address.Port, address.Baud, Parity.None, 8, StopBits.One);
                try
                {
                    port.Open();
                    return port.BaseStream;
                }
                catch
                {
                    port.Dispose();
                    throw;
                }
            },
            stop
        );
}
