using System.Text.Json;
using System.Text.Json.Serialization;

namespace Yarnwheel.Codecs.Examining;

/// <summary>What the process that reads unknown files is asked, a line each.</summary>
internal sealed record ExaminerQuestion(string Path, int Page);

/// <summary>What it answers.</summary>
internal sealed record ExaminerAnswer(PhotoFacts? Facts, string? Fault);

/// <summary>The other side of <see cref="ApartExaminer"/>: reads questions from standard input until it ends.</summary>
public static class ExaminerProcess
{
    internal static readonly JsonSerializerOptions Json = new() { Converters = { new JsonStringEnumConverter() } };

    /// <summary>Answers questions until there are no more.</summary>
    /// <param name="limits">Of photos.</param>
    public static async Task RunAsync(PhotoLimits limits)
    {
        var examiner = new PhotoExaminer(limits);
        while (await Console.In.ReadLineAsync() is { } line)
        {
            var question = JsonSerializer.Deserialize<ExaminerQuestion>(line, Json)!;
            ExaminerAnswer answer;
            try
            {
                answer = new ExaminerAnswer(examiner.Examine(question.Path, question.Page, CancellationToken.None), null);
            }
            catch (UnreadablePhotoException exception)
            {
                answer = new ExaminerAnswer(null, exception.Message);
            }
            catch (OutOfMemoryException)
            {
                answer = new ExaminerAnswer(null, "Reading the file needs more memory than it may have. Nothing was added.");
            }
            await Console.Out.WriteLineAsync(JsonSerializer.Serialize(answer, Json));
            MemoryReturn.Now();
        }
    }
}
