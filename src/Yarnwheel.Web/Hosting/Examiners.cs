using System.Diagnostics;
using System.Text.Json;
using Yarnwheel.Codecs;
using Yarnwheel.Codecs.Examining;

namespace Yarnwheel.Web.Hosting;

/// <summary>How files that come in are read: by this program again, in a process of its own.</summary>
internal static class Examiners
{
    /// <param name="limits">Of photos.</param>
    /// <param name="configuration">"Limits:Apart" false reads them in this process.</param>
    public static IPhotoExaminer Of(PhotoLimits limits, IConfiguration configuration) =>
        configuration["Limits:Apart"] is "false" or "False" ? new PhotoExaminer(limits) : new ApartExaminer(limits, () => Start(limits));

    /// <summary>The command "examine".</summary>
    public static ProcessStartInfo Start(PhotoLimits limits) => OwnProcess.Start(["examine", JsonSerializer.Serialize(limits)]);
}
